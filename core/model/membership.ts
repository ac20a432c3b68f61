import type { ContactId } from './ids.ts';
import type { PlainDate } from './plainDate.ts';

/** A person's place in an organisation. Both days are inclusive; without one it is open to that side. */
export interface Membership {
  readonly organisationId: ContactId;
  /** The organisation's name as the directory has it. */
  readonly organisation: string;
  readonly position?: string;
  readonly from?: PlainDate;
  readonly until?: PlainDate;
}

/** Whether somebody belongs there on a day. */
export const holdsOn = ({ from, until }: Pick<Membership, 'from' | 'until'>, day: PlainDate): boolean =>
  (from === undefined || from <= day) && (until === undefined || day <= until);

/** Where somebody is first met on a day: the first of those that hold, in the order the practice gave them. */
export const foremost = (memberships: readonly Membership[], day: PlainDate): Membership | undefined =>
  memberships.find((one) => holdsOn(one, day));
