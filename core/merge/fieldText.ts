import { shiftDate } from '../dates/workingDays.ts';
import type { Value } from '../model/value.ts';
import { cleanText } from '../template/parseDocument.ts';
import type { FieldUse } from '../template/document.ts';
import { writeValue } from '../values/writeValue.ts';
import { resolverOf } from './fieldReader.ts';
import type { FieldReader } from './fieldReader.ts';

const HAS_CONTROL = /[\u0000-\u001f\u007f]/;

/** What a field says on a matter, or undefined where the record has nothing. */
export const fieldText = (use: FieldUse, reader: FieldReader): string | undefined =>
  valueText(reader.read(use.path), use, reader);

/** What a field says, made ready to be asked of many matters: its path is taken apart once. */
export function fieldWriter(use: FieldUse): (reader: FieldReader) => string | undefined {
  const resolve = resolverOf(use.path);
  return (reader) => valueText(resolve(reader), use, reader);
}

/**
 * A value as its field writes it. Lines are kept as `\n` for long text; any other value is one line, so that a line
 * break kept in a name can never end a header.
 */
function valueText(
  value: Value | undefined,
  { format, shift }: FieldUse,
  reader: FieldReader,
): string | undefined {
  if (value === undefined) return undefined;
  if (value.kind === 'date') {
    const date = shift ? shiftDate(reader.context.calendar, value.date, shift) : value.date;
    return date && writeValue({ kind: 'date', date }, format);
  }
  const text = writeValue(value, format);
  if (text === '') return undefined;
  if (value.kind === 'money' || !HAS_CONTROL.test(text)) return text;
  return value.kind === 'longText' ? cleanText(text.replace(/\r\n?/g, '\n')) : oneLine(text);
}

/** Folds line breaks and other control characters into single spaces: for subjects, names and every header. */
export const oneLine = (text: string): string =>
  text.replace(/[\u0000-\u001f\u007f\u2028\u2029]+/g, ' ').trim();
