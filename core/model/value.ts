import type { Money } from './money.ts';
import type { PlainDate } from './plainDate.ts';

/** What a fact, a column or an answer can hold. */
export const FACT_KINDS = [
  'text',
  'longText',
  'number',
  'money',
  'date',
  'dateTime',
  'yesNo',
  'choice',
  'contact',
] as const;
export type FactKind = (typeof FACT_KINDS)[number];

/** The kind of every value that a field can stand for. */
export type ValueKind = FactKind | 'names' | 'email' | 'phone' | 'address';

/** A value of the record, typed: it is turned into words once, by its field's format, and is never markup. */
export type Value =
  | { readonly kind: 'text' | 'longText' | 'email' | 'phone'; readonly text: string }
  /** `percent` is set where the number is one: 12.5 is then written `12.5%`. */
  | { readonly kind: 'number'; readonly value: number; readonly percent?: true }
  | { readonly kind: 'money'; readonly money: Money }
  | { readonly kind: 'date'; readonly date: PlainDate }
  /** `time` is `HH:MM` on the practice's wall clock, 00:00–23:59. */
  | { readonly kind: 'dateTime'; readonly date: PlainDate; readonly time: string }
  | { readonly kind: 'yesNo'; readonly value: boolean }
  /** `key` is what is kept, `label` what people read: a code never leaves. */
  | { readonly kind: 'choice'; readonly key: string; readonly label: string }
  /** Somebody of the directory; the name is kept beside the id as it stood when it was chosen. */
  | { readonly kind: 'contact'; readonly contactId: string; readonly name: string }
  | { readonly kind: 'address'; readonly lines: readonly string[] }
  | { readonly kind: 'names'; readonly names: readonly string[] };

export const textValue = (text: string): Value => ({ kind: 'text', text });
export const dateValue = (date: PlainDate): Value => ({ kind: 'date', date });
export const moneyValue = (amount: Money): Value => ({ kind: 'money', money: amount });
export const numberValue = (value: number): Value => ({ kind: 'number', value });

/** The day of a date or of a date with a time. */
export const dayOfValue = (value: Value | undefined): PlainDate | undefined =>
  value?.kind === 'date' || value?.kind === 'dateTime' ? value.date : undefined;

const TIME = /^(?:[01]\d|2[0-3]):[0-5]\d$/;
export const isClockTime = (text: string): boolean => TIME.test(text);
