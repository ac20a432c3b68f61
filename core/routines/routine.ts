import type { ConditionGroup } from '../model/condition.ts';
import type { Value } from '../model/value.ts';

/** One thing that a routine does, in its order; what a message says is as the steps before it leave the matter. */
export type RoutineStep =
  | { readonly does: 'send'; readonly templateId: string }
  /** Made a PDF from a letter template, and kept among the matter's documents. */
  | { readonly does: 'document'; readonly templateId: string }
  | { readonly does: 'followUp'; readonly what: string; readonly workingDays: number }
  | { readonly does: 'stage'; readonly stage: string }
  /** The day so many working days from today, 0 being today; null asks whoever runs it. */
  | { readonly does: 'date'; readonly key: string; readonly workingDays: number | null }
  /** null asks whoever runs it. */
  | { readonly does: 'fact'; readonly key: string; readonly value: Value | null };

/** When a routine is offered on a matter. */
export type OfferedOn =
  | { readonly on: 'stage'; readonly stage: string }
  /** A key date or a calculated day in a span from today, both ends inclusive: 0 is today, -1 yesterday. */
  | { readonly on: 'date'; readonly path: string; readonly fromDays: number; readonly untilDays: number }
  /** Nothing was heard of a message for more than so many working days. */
  | { readonly on: 'overdue'; readonly workingDays: number }
  /** A document of a category came within so many days. */
  | { readonly on: 'document'; readonly category: string; readonly days: number };

/** One press on a matter: several steps that are done together or not at all. */
export interface RoutineContent {
  readonly name: string;
  /** What it is for, in a line. */
  readonly about: string;
  /** Ids of the matter types it is for; every type where there is none. */
  readonly typeIds: readonly string[];
  /** Roles of those who may run it; everybody who may write where there is none. */
  readonly roles: readonly string[];
  readonly steps: readonly RoutineStep[];
  /** Any of them; where there is none, it is run by hand alone. */
  readonly offeredOn: readonly OfferedOn[];
  /** What must hold besides for it to be offered, in the forms of show-when. */
  readonly when?: ConditionGroup;
}

/** Keys of what is asked as a routine runs, beside the blanks of its templates. */
export const askedFor = (does: 'date' | 'fact', key: string): string => `${does}:${key}`;
