import { addWorkingDays } from '../dates/workingDays.ts';
import type { WorkingCalendar } from '../dates/workingDays.ts';
import type { PlainDate } from '../model/plainDate.ts';

/** Reminders that follow a message by themselves until it is answered. */
export interface ChaserPlanContent {
  readonly name: string;
  /** In their order; days are working days after the plan began, each later than the one before. */
  readonly steps: readonly ChaserStep[];
  /** After so many working days whoever wrote is told; null where the last reminder is the end. */
  readonly tellAfter: number | null;
  /** What the follow-up says that tells them. */
  readonly tellWhat: string;
  /** Keys of stages that end it; a stage that ends a matter always does. */
  readonly endsAt: readonly string[];
}

export interface ChaserStep {
  readonly afterWorkingDays: number;
  readonly templateId: string;
}

/** Why a plan is over. */
export type ChaseEnd = 'answered' | 'stage' | 'byHand' | 'told' | 'done';

/** What a plan under way waits for. */
export type ChaseNext =
  | { readonly does: 'remind'; readonly step: number; readonly dueOn: PlainDate }
  | { readonly does: 'tell'; readonly dueOn: PlainDate }
  /** It went through all of its steps. */
  | { readonly does: 'end' };

/** How far a plan is with one message. */
export interface ChaseSoFar {
  readonly startedOn: PlainDate;
  readonly stepsDone: number;
  /** The day on which the last reminder went; undefined before the first. */
  readonly lastOn?: PlainDate;
}

/**
 * What comes next, counted anew each time: a holiday that is put in later moves what has not gone. A reminder that went late
 * moves those after it, so that nobody gets two in a day. A calendar that knows no such day waits for none: undefined.
 */
export function nextOf(
  { steps, tellAfter }: Pick<ChaserPlanContent, 'steps' | 'tellAfter'>,
  { startedOn, stepsDone, lastOn }: ChaseSoFar,
  calendar: WorkingCalendar,
): ChaseNext | undefined {
  const step = steps[stepsDone];
  const days = step ? step.afterWorkingDays : tellAfter;
  if (days === null) return { does: 'end' };
  const before = steps[stepsDone - 1]?.afterWorkingDays ?? 0;
  const planned = addWorkingDays(calendar, startedOn, days);
  const apart = lastOn && addWorkingDays(calendar, lastOn, Math.max(1, days - before));
  if (!planned || (lastOn && !apart)) return undefined;
  const dueOn = apart && apart > planned ? apart : planned;
  return step ? { does: 'remind', step: stepsDone, dueOn } : { does: 'tell', dueOn };
}

/** What is wrong with the days of a plan: each reminder comes after the one before, and telling after the last. */
export function daysInOrder({ steps, tellAfter }: Pick<ChaserPlanContent, 'steps' | 'tellAfter'>): boolean {
  const days = [
    ...steps.map(({ afterWorkingDays }) => afterWorkingDays),
    ...(tellAfter === null ? [] : [tellAfter]),
  ];
  return days.every((day, at) => day > (days[at - 1] ?? 0));
}
