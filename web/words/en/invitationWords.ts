import type { InvitationJson } from '../../../contract/correspondence.ts';
import { dayOf, exactTime, readDay, timeOfDay, writeDay } from '../dates.ts';

type Time = InvitationJson['from'];

const KINDS: Readonly<Record<InvitationJson['kind'], string>> = {
  asked: 'Asks for a meeting',
  answered: 'Answers an invitation',
  calledOff: 'Calls off',
  note: 'Tells of',
};

const ANSWERS: Readonly<Record<InvitationJson['people'][number]['answer'], string>> = {
  yes: 'comes',
  no: 'does not come',
  perhaps: 'may come',
  none: '',
};

/** What it is about, in its own words after ours. */
export const invitationTitle = ({ kind, what }: InvitationJson): string =>
  `${KINDS[kind]}: ${what === '' ? 'nothing is said of what' : what}`;

/** `Thursday 3 December 2026, 10:00 to 11:30`; days without times, and ends on another day, in full. */
export function invitationTime({ from, until, repeats }: InvitationJson): string {
  const again = repeats ? ', again and again from then on' : '';
  if (until === null) return `${fullTime(from)}${again}`;
  const sameDay = 'atUtc' in from && 'atUtc' in until && dayOf(from.atUtc) === dayOf(until.atUtc);
  return `${fullTime(from)} to ${sameDay ? timeOfDay(until.atUtc) : fullTime(until)}${again}`;
}

const fullTime = (time: Time): string =>
  'day' in time ? writeDay(readDay(time.day), 'longWeekday') : exactTime(time.atUtc);

/** Who is asked, each with what they answered. */
export const invitationPeople = ({ people }: InvitationJson): string =>
  people
    .map(({ name, answer }) => (ANSWERS[answer] === '' ? name : `${name} (${ANSWERS[answer]})`))
    .join(', ');
