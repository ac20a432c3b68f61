import type { Money } from './money.ts';
import type { PlainDate } from './plainDate.ts';

/** What a fact, a column or an answer can hold. */
export type FactKind = 'text' | 'longText' | 'number' | 'money' | 'date' | 'yesNo' | 'choice';

/** The kind of every value that a field can stand for. */
export type ValueKind = FactKind | 'names' | 'email' | 'phone' | 'address';

/** A value of the record, typed: it is turned into words once, by its field's format, and is never markup. */
export type Value =
  | { readonly kind: 'text' | 'longText' | 'email' | 'phone'; readonly text: string }
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'money'; readonly money: Money }
  | { readonly kind: 'date'; readonly date: PlainDate }
  | { readonly kind: 'yesNo'; readonly value: boolean }
  /** `key` is what is kept, `label` what people read: a code never leaves. */
  | { readonly kind: 'choice'; readonly key: string; readonly label: string }
  | { readonly kind: 'address'; readonly lines: readonly string[] }
  | { readonly kind: 'names'; readonly names: readonly string[] };

export const textValue = (text: string): Value => ({ kind: 'text', text });
export const dateValue = (date: PlainDate): Value => ({ kind: 'date', date });
export const moneyValue = (amount: Money): Value => ({ kind: 'money', money: amount });
export const numberValue = (value: number): Value => ({ kind: 'number', value });
