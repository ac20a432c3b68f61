import type { DateShift } from '../model/calculatedForm.ts';
import { parseMoney } from '../model/money.ts';
import { readNumber } from '../model/readNumber.ts';
import { parsePlainDate } from '../model/plainDate.ts';
import { dateValue, isClockTime, moneyValue, numberValue } from '../model/value.ts';
import { FACT_KINDS } from '../model/value.ts';
import type { Value } from '../model/value.ts';
import { writeValue } from '../values/writeValue.ts';

/** What a template asks its writer. */
export const BLANK_KINDS = [...FACT_KINDS, 'document'] as const;
/** `document` asks for one of the matter's documents, which is then enclosed. */
export type BlankKind = (typeof BLANK_KINDS)[number];

export interface BlankDefinition {
  readonly key: string;
  readonly label: string;
  readonly kind: BlankKind;
  readonly required: boolean;
  readonly help?: string;
  readonly choices?: readonly { readonly key: string; readonly label: string }[];
  /** Proposed until the writer says otherwise: a value of the record, shifted where it is a date. */
  readonly defaultFrom?: { readonly path: string; readonly shift: DateShift | null };
  /** Proposed as it stands, as an answer is kept; a value of the record goes before it. */
  readonly proposes?: string;
  /** Of a day: one without a year is the last that was, not the next to come. */
  readonly looks?: 'back';
}

/**
 * Answers as typed, by blank key: dates as `YYYY-MM-DD` (with ` HH:MM` where a time is asked), choices by key, yes/no as
 * `yes` and `no`.
 */
export type Answers = Readonly<Record<string, string>>;

/** Blanks made for a field the record could not fill carry this before the field's path. */
const ASKED = 'asked:';
export const askedKey = (path: string): string => `${ASKED}${path}`;

/** Longest answer kept; a long text of this size is some twenty pages. */
export const MAX_ANSWER_CHARS = 50_000;

/** Reads an answer as its blank's kind; undefined where there is none or it does not fit. */
export function readAnswer(
  blank: BlankDefinition,
  raw: string | undefined,
  currency: string,
): Value | undefined {
  const text = raw?.trim() ?? '';
  if (text === '' || text.length > MAX_ANSWER_CHARS) return undefined;
  switch (blank.kind) {
    case 'text':
    case 'longText':
      return { kind: blank.kind, text };
    case 'number': {
      const number = readNumber(text);
      return number === undefined ? undefined : numberValue(number);
    }
    case 'money': {
      const amount = parseMoney(text, currency);
      return amount && moneyValue(amount);
    }
    case 'date': {
      const date = parsePlainDate(text);
      return date && dateValue(date);
    }
    case 'dateTime': {
      const date = parsePlainDate(text.slice(0, 10));
      const time = text.slice(11);
      return date && isClockTime(time) ? { kind: 'dateTime', date, time } : undefined;
    }
    // Of these two the name alone is said; which contact or document it is, the sheet knows when it is picked.
    case 'contact':
    case 'document':
      return { kind: 'text', text };
    case 'yesNo':
      return text === 'yes' || text === 'no' ? { kind: 'yesNo', value: text === 'yes' } : undefined;
    case 'choice': {
      const choice = blank.choices?.find(({ key }) => key === text);
      return choice && { kind: 'choice', key: choice.key, label: choice.label };
    }
    default:
      return blank.kind satisfies never;
  }
}

/** An answer as the reader will see it, or undefined where the blank is still open. */
export function writeAnswer(
  blank: BlankDefinition,
  raw: string | undefined,
  currency: string,
): string | undefined {
  const value = readAnswer(blank, raw, currency);
  return value && writeValue(value, 'plain');
}

/** How a value is kept as an answer, the inverse of {@link readAnswer} for the kinds that blanks have. */
export function answerOf(value: Value): string {
  switch (value.kind) {
    case 'date':
      return value.date;
    case 'dateTime':
      return `${value.date} ${value.time}`;
    case 'choice':
      return value.key;
    case 'yesNo':
      return value.value ? 'yes' : 'no';
    default:
      return writeValue(value, 'plain');
  }
}
