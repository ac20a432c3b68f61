/**
 * A question put to one value. Forms rather than a language of our own, so that a condition can be picked from lists,
 * checked against a matter type and said in words.
 */
export type ConditionTest =
  /** Text as written, a choice by its key, yes/no. */
  | { readonly op: 'is' | 'isNot'; readonly value: string | boolean }
  | { readonly op: 'filled' | 'empty' }
  /** Numbers as they are, money in minor units. Inclusive. */
  | { readonly op: 'atLeast' | 'atMost'; readonly value: number }
  /** A date against another: `than` is a path (`day.today`, `date.surveyDay`) or a day as `YYYY-MM-DD`. `before` is exclusive. */
  | { readonly op: 'before' | 'notBefore'; readonly than: string }
  /** A date in a span of days from today, both ends inclusive: 0 is today, -1 yesterday. */
  | { readonly op: 'within'; readonly fromDays: number; readonly untilDays: number };

export interface Condition {
  /** A field path; within a table's rows `row.` and the column's key. */
  readonly path: string;
  readonly test: ConditionTest;
}

export interface ConditionGroup {
  readonly join: 'all' | 'any';
  readonly conditions: readonly Condition[];
}

export const whenFilled = (path: string): ConditionGroup => ({
  join: 'all',
  conditions: [{ path, test: { op: 'filled' } }],
});
