import type { Condition, ConditionGroup } from './condition.ts';
import type { Value } from './value.ts';

/** A length of time to go from a day; negative goes back. */
export interface DateShift {
  readonly amount: number;
  readonly unit: 'days' | 'workingDays' | 'weeks' | 'months' | 'years';
  /** From the day reached on to the end of its month, quarter or year: six months and `month` is the end of the sixth month after. */
  readonly end?: 'month' | 'quarter' | 'year';
  /** From the day reached on to the next such weekday, 1 Monday … 7 Sunday, never that day itself. */
  readonly weekday?: number;
  /** Where the day reached is no working day: stay, or go to the next or the previous one. */
  readonly roll?: 'next' | 'previous';
  /** The day itself counts as the first: ten days from and including the 1st end on the 10th. */
  readonly countsDay?: true;
}

/** What *choose by condition* gives: a value of the record, or one written into the form. */
export type Operand = { readonly path: string } | { readonly value: Value };

/**
 * How a calculated value comes about. Sources are field paths: `date.surveyDay`, `fact.price`, `calculated.fee`, and
 * `day.today`. Forms, not a formula language, so that each can be shown, checked and explained in words.
 */
export type CalculatedForm =
  | { readonly kind: 'dateFromDate'; readonly from: string; readonly shift: DateShift }
  /** Whole days from one to the other, negative where `to` comes first; `countsDay` counts both ends. */
  | {
      readonly kind: 'daysBetween';
      readonly from: string;
      readonly to: string;
      readonly unit: 'days' | 'workingDays';
      readonly countsDay?: true;
    }
  | { readonly kind: 'total'; readonly table: string; readonly column: string; readonly when?: Condition }
  | { readonly kind: 'count'; readonly table: string; readonly when?: Condition }
  /** Of numbers, amounts or dates: `smallest` is the earliest, `largest` the latest. */
  | {
      readonly kind: 'extreme';
      readonly which: 'smallest' | 'largest';
      readonly table: string;
      readonly column: string;
      readonly when?: Condition;
    }
  /** `basisPoints` hundredths of a percent of an amount or number. */
  | { readonly kind: 'percentage'; readonly of: string; readonly basisPoints: number }
  /** One value as a percentage of another, half-up to `places` (0–3). */
  | { readonly kind: 'share'; readonly part: string; readonly whole: string; readonly places: number }
  | { readonly kind: 'sum'; readonly plus: readonly string[]; readonly minus: readonly string[] }
  /** The first case whose condition holds; `otherwise` may be left out, and then there is no value. */
  | {
      readonly kind: 'choose';
      readonly cases: readonly { readonly when: ConditionGroup; readonly take: Operand }[];
      readonly otherwise?: Operand;
    };
