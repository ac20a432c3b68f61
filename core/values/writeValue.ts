import { DATE_FORMATS, formatDate } from '../dates/formatDate.ts';
import type { DateFormat } from '../dates/formatDate.ts';
import { formatMoney } from '../model/money.ts';
import type { Value } from '../model/value.ts';

const SMALL_NUMBERS = 'no one two three four five six seven eight nine ten'.split(' ');

/** How a field writes its value; `words` writes small whole numbers out (`two`), as letters do. */
export type ValueFormat = DateFormat | 'plain' | 'words';

export const VALUE_FORMATS: readonly ValueFormat[] = ['plain', 'words', ...DATE_FORMATS];

const isDateFormat = (format: ValueFormat): format is DateFormat => format !== 'plain' && format !== 'words';

/** `Ines Okafor`, `Ines Okafor and Aksel Lund`, `A, B and C`. */
export function joinNames(names: readonly string[]): string {
  if (names.length <= 1) return names[0] ?? '';
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

function writeNumber(value: number, format: ValueFormat): string {
  const word = format === 'words' ? SMALL_NUMBERS[value] : undefined;
  return word ?? String(value);
}

/** Turns a value into the words a reader sees. Never markup: whoever renders escapes it for the medium. */
export function writeValue(value: Value, format: ValueFormat): string {
  switch (value.kind) {
    case 'text':
    case 'longText':
    case 'email':
    case 'phone':
      return value.text;
    case 'number':
      return value.percent ? `${value.value}%` : writeNumber(value.value, format);
    case 'money':
      return formatMoney(value.money);
    case 'date':
      return formatDate(value.date, isDateFormat(format) ? format : 'long');
    case 'dateTime':
      return `${formatDate(value.date, isDateFormat(format) ? format : 'long')} at ${value.time}`;
    case 'contact':
      return value.name;
    case 'yesNo':
      return value.value ? 'yes' : 'no';
    case 'choice':
      return value.label;
    case 'address':
      return value.lines.join(', ');
    case 'names':
      return joinNames(value.names);
    default:
      return value satisfies never;
  }
}
