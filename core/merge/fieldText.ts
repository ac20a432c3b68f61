import { shiftDate } from '../dates/workingDays.ts';
import { cleanText } from '../template/parseDocument.ts';
import type { FieldUse } from '../template/document.ts';
import { writeValue } from '../values/writeValue.ts';
import type { FieldReader } from './fieldReader.ts';

const HAS_CONTROL = /[\u0000-\u001f\u007f]/;

/**
 * What a field says on a matter, or undefined where the record has nothing. Lines are kept as `\n` for long text;
 * any other value is one line, so that a line break kept in a name can never end a header.
 */
export function fieldText({ path, format, shift }: FieldUse, reader: FieldReader): string | undefined {
  const value = reader.read(path);
  if (value === undefined) return undefined;
  const due =
    shift && value.kind === 'date'
      ? { ...value, date: shiftDate(reader.context.calendar, value.date, shift) }
      : value;
  const text = writeValue(due, format);
  if (text === '') return undefined;
  if (value.kind === 'date' || value.kind === 'money' || !HAS_CONTROL.test(text)) return text;
  return value.kind === 'longText' ? cleanText(text.replace(/\r\n?/g, '\n')) : oneLine(text);
}

/** Folds line breaks and other control characters into single spaces: for subjects, names and every header. */
export const oneLine = (text: string): string =>
  text.replace(/[\u0000-\u001f\u007f\u2028\u2029]+/g, ' ').trim();
