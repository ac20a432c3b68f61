import ICAL from 'ical.js';
import { isTimeZone, zonedInstant } from '../../../core/dates/zonedClock.ts';
import { oneLine } from '../../../core/merge/fieldText.ts';
import type { InvitationAnswer } from '../../../core/correspondence/appointment.ts';
import { addDays, parsePlainDate } from '../../../core/model/plainDate.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';

/** Whether a part holds a calendar, by its own type or as the file that goes beside it (RFC 6047 §2.4). */
export const isCalendar = (mediaType: string): boolean =>
  /^(?:text\/calendar|application\/ics)$/i.test(mediaType);

/** Larger calendar parts are whole calendars rather than an invitation. */
const MAX_CHARS = 500_000;
const MAX_PEOPLE = 60;
const MAX_WORDS = 2_000;

/** What it is sent for (RFC 5546 §1.4); `note` for whatever asks and answers nothing. */
export type InvitationKind = 'asked' | 'answered' | 'calledOff' | 'note';

/** A moment, or a whole day. */
export type InvitationTime = { readonly atUtc: number } | { readonly day: PlainDate };

export interface Invitation {
  readonly kind: InvitationKind;
  readonly what: string;
  readonly from: InvitationTime;
  /** Undefined where it has no end; a day is the last of them. */
  readonly until: InvitationTime | undefined;
  readonly where: string;
  readonly organiser: string;
  readonly people: readonly { readonly name: string; readonly answer: InvitationAnswer }[];
  readonly repeats: boolean;
  readonly words: string;
}

const KINDS: Readonly<Record<string, InvitationKind>> = {
  REQUEST: 'asked',
  COUNTER: 'asked',
  REPLY: 'answered',
  CANCEL: 'calledOff',
};
const ANSWERS: Readonly<Record<string, InvitationAnswer>> = {
  ACCEPTED: 'yes',
  DECLINED: 'no',
  TENTATIVE: 'perhaps',
};

/**
 * Reads the first event of a calendar part (RFC 5545). Times without a zone, and those of a zone that the part does not
 * describe and nobody knows, are of the practice's own clock. Gives undefined for what is no invitation or cannot be read.
 */
export function readInvitation(text: string, timeZone: string): Invitation | undefined {
  if (text.length > MAX_CHARS) return undefined;
  try {
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const event = calendar.getFirstSubcomponent('vevent');
    const begins = event && timeOf(event.getFirstProperty('dtstart'), timeZone);
    if (!event || !begins) return undefined;
    const method = textOf(calendar, 'method').toUpperCase();
    return {
      kind: textOf(event, 'status').toUpperCase() === 'CANCELLED' ? 'calledOff' : (KINDS[method] ?? 'note'),
      what: oneLine(textOf(event, 'summary')).slice(0, MAX_WORDS),
      from: begins,
      until: endOf(event, begins, timeZone),
      where: oneLine(textOf(event, 'location')).slice(0, MAX_WORDS),
      organiser: personOf(event.getFirstProperty('organizer')),
      people: event
        .getAllProperties('attendee')
        .slice(0, MAX_PEOPLE)
        .map((attendee) => ({
          name: personOf(attendee),
          answer: answerOf(attendee),
        })),
      repeats: event.hasProperty('rrule'),
      words: textOf(event, 'description').slice(0, MAX_WORDS).trim(),
    };
  } catch {
    return undefined;
  }
}

/** What somebody answered to an invitation (RFC 5546 §3.2.3). */
export interface InvitationReply {
  readonly uid: string;
  /** How the appointment stood that it answers. */
  readonly sequence: number;
  readonly answer: InvitationAnswer;
}

/** Reads an answer to an invitation; undefined for every other calendar part, and for one of several people at once. */
export function readReply(text: string): InvitationReply | undefined {
  if (text.length > MAX_CHARS) return undefined;
  try {
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const event = calendar.getFirstSubcomponent('vevent');
    if (!event || textOf(calendar, 'method').toUpperCase() !== 'REPLY') return undefined;
    const [attendee, ...others] = event.getAllProperties('attendee');
    if (!attendee || others.length > 0) return undefined;
    const sequence = Number(event.getFirstPropertyValue('sequence') ?? 0);
    return {
      uid: textOf(event, 'uid'),
      sequence: Number.isSafeInteger(sequence) ? sequence : 0,
      answer: answerOf(attendee),
    };
  } catch {
    return undefined;
  }
}

const answerOf = (attendee: ICAL.Property): InvitationAnswer =>
  ANSWERS[String(attendee.getFirstParameter('partstat')).toUpperCase()] ?? 'none';

function textOf(component: ICAL.Component, name: string): string {
  const value = component.getFirstPropertyValue(name);
  return typeof value === 'string' ? value : '';
}

/** A name, or else the address without its `mailto:`. */
function personOf(property: ICAL.Property | null): string {
  if (!property) return '';
  const name = property.getFirstParameter('cn');
  const address = String(property.getFirstValue()).replace(/^mailto:/i, '');
  return oneLine(typeof name === 'string' && name !== '' ? name : address).slice(0, MAX_WORDS);
}

function timeOf(property: ICAL.Property | null, timeZone: string): InvitationTime | undefined {
  const value = property?.getFirstValue();
  if (!property || !(value instanceof ICAL.Time)) return undefined;
  const day = parsePlainDate(value.toString().slice(0, 10));
  if (!day) return undefined;
  if (value.isDate) return { day };
  if (value.zone !== ICAL.Timezone.localTimezone) return { atUtc: value.toUnixTime() * 1_000 };
  const wall = { date: day, hour: value.hour, minute: value.minute };
  const named = property.getFirstParameter('tzid');
  const zone = typeof named === 'string' && isTimeZone(named) ? named : timeZone;
  return { atUtc: zonedInstant(zone, wall) };
}

/** When it ends. A whole day's DTEND is the day after (§3.6.1), which nobody means who reads it. */
function endOf(event: ICAL.Component, begins: InvitationTime, timeZone: string): InvitationTime | undefined {
  const end = timeOf(event.getFirstProperty('dtend'), timeZone);
  if (end && 'day' in end && 'day' in begins) {
    const last = addDays(end.day, -1);
    return last > begins.day ? { day: last } : undefined;
  }
  if (end) return end;
  const lasts = event.getFirstPropertyValue('duration');
  return lasts instanceof ICAL.Duration && 'atUtc' in begins
    ? { atUtc: begins.atUtc + lasts.toSeconds() * 1_000 }
    : undefined;
}
