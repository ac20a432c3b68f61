/** A length of time to go from a day; negative goes back. */
export interface DateShift {
  readonly amount: number;
  readonly unit: 'days' | 'workingDays' | 'weeks' | 'months' | 'years';
  /** Where the day reached is no working day: stay, or go to the next or the previous one. */
  readonly roll?: 'next' | 'previous';
}

/** Rows of a table that count: those whose column holds this text, label or yes/no. */
export interface RowCondition {
  readonly column: string;
  readonly is: string | boolean;
}

/**
 * How a calculated value comes about. Sources are field paths: `date.surveyDay`, `fact.price`, `calculated.fee`.
 * Forms, not a formula language, so that each can be shown, checked and explained in words.
 */
export type CalculatedForm =
  | { readonly kind: 'dateFromDate'; readonly from: string; readonly shift: DateShift }
  | { readonly kind: 'total'; readonly table: string; readonly column: string; readonly when?: RowCondition }
  | { readonly kind: 'count'; readonly table: string; readonly when?: RowCondition }
  | { readonly kind: 'percentage'; readonly of: string; readonly basisPoints: number }
  | { readonly kind: 'sum'; readonly plus: readonly string[]; readonly minus: readonly string[] };
