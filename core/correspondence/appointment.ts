import type { PlainDate } from '../model/plainDate.ts';

/** An appointment as it is told to those who are invited: on the practice's own clock. */
export interface Appointment {
  readonly what: string;
  readonly dueOn: PlainDate;
  /** `HH:MM`. */
  readonly at: string;
  readonly minutes: number;
  readonly place: string;
}

/** What somebody invited has answered (RFC 5545 §3.2.12, PARTSTAT). */
export type InvitationAnswer = 'yes' | 'no' | 'perhaps' | 'none';

/** What one person was told last, and what they answered to it. */
export interface Invited {
  /** RFC 5545 §3.8.7.4: rises with each change that they are told of. */
  readonly sequence: number;
  readonly calledOff: boolean;
  readonly told: Appointment;
  readonly answer: InvitationAnswer;
  readonly answeredAtUtc: number | null;
}

const TOLD = ['what', 'dueOn', 'at', 'minutes', 'place'] as const;

/** Whether somebody knows an appointment as it stands. */
export const knows = ({ told, calledOff }: Pick<Invited, 'told' | 'calledOff'>, now: Appointment): boolean =>
  !calledOff && TOLD.every((key) => told[key] === now[key]);

/**
 * The SEQUENCE that a message about it carries (RFC 5546 §2.1.4): 0 at first, one more where anybody was told otherwise
 * before, and always one more to call it off.
 */
export function sequenceFor(
  invited: readonly Pick<Invited, 'sequence' | 'told' | 'calledOff'>[],
  now: Appointment,
  calledOff: boolean,
): number {
  if (invited.length === 0) return 0;
  const last = Math.max(...invited.map(({ sequence }) => sequence));
  return calledOff || invited.some((one) => !knows(one, now)) ? last + 1 : last;
}

/**
 * Whether an answer counts: it must be to what was told last (RFC 5546 §2.1.5), and not be overtaken by one that was
 * given later. `sequence` is the one that the answer names.
 */
export const counts = (
  { sequence, calledOff, answeredAtUtc }: Pick<Invited, 'sequence' | 'calledOff' | 'answeredAtUtc'>,
  answer: { readonly sequence: number; readonly sentAtUtc: number },
): boolean =>
  !calledOff && answer.sequence >= sequence && (answeredAtUtc === null || answer.sentAtUtc >= answeredAtUtc);
