import ICAL from 'ical.js';
import type { Appointment } from '../../../core/correspondence/appointment.ts';
import { zonedInstant } from '../../../core/dates/zonedClock.ts';
import type { Mailbox } from '../../../core/model/mailbox.ts';

const MINUTE_MS = 60_000;

/** What an appointment is known by in every calendar (RFC 5545 §3.8.4.7): the practice's own feed says the same. */
export const uidOf = (followUpId: string): string => `follow-up-${followUpId}@officium`;

/** The follow-up that such a UID speaks of; undefined for anything else. */
export const followUpOf = (uid: string): string | undefined =>
  /^follow-up-([\w-]{1,64})@officium$/.exec(uid)?.[1];

/** When an appointment begins and ends, in milliseconds since 1970. */
export function spanOf(
  { dueOn, at, minutes }: Appointment,
  timeZone: string,
): { readonly fromUtc: number; readonly untilUtc: number } {
  const [hour = 0, minute = 0] = at.split(':').map(Number);
  const fromUtc = zonedInstant(timeZone, { date: dueOn, hour, minute });
  return { fromUtc, untilUtc: fromUtc + minutes * MINUTE_MS };
}

export interface InvitationToWrite {
  readonly followUpId: string;
  readonly appointment: Appointment;
  readonly timeZone: string;
  /** Those who are asked, in sight of each other; blind copies are not among them. */
  readonly people: readonly Mailbox[];
  readonly organiser: Mailbox;
  readonly sequence: number;
  readonly calledOff: boolean;
  /** The message it goes with. */
  readonly words: string;
  readonly writtenAtUtc: number;
}

/** An invitation to an appointment, or the word that it is called off (RFC 5546 §3.2.2 and §3.2.5), times in UTC. */
export function writeInvitation(one: InvitationToWrite): string {
  const { appointment, organiser, calledOff } = one;
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Officium//invitation//EN');
  calendar.updatePropertyWithValue('method', calledOff ? 'CANCEL' : 'REQUEST');
  const event = new ICAL.Component('vevent');
  const utc = (ms: number) => ICAL.Time.fromJSDate(new Date(ms), true);
  const { fromUtc, untilUtc } = spanOf(appointment, one.timeZone);
  event.updatePropertyWithValue('uid', uidOf(one.followUpId));
  event.updatePropertyWithValue('dtstamp', utc(one.writtenAtUtc));
  event.updatePropertyWithValue('dtstart', utc(fromUtc));
  event.updatePropertyWithValue('dtend', utc(untilUtc));
  event.updatePropertyWithValue('summary', appointment.what);
  if (appointment.place !== '') event.updatePropertyWithValue('location', appointment.place);
  event.updatePropertyWithValue('description', one.words);
  event.updatePropertyWithValue('sequence', one.sequence);
  event.updatePropertyWithValue('status', calledOff ? 'CANCELLED' : 'CONFIRMED');
  event.addProperty(personProperty('organizer', organiser));
  for (const person of one.people) {
    const attendee = personProperty('attendee', person);
    attendee.setParameter('role', 'REQ-PARTICIPANT');
    if (!calledOff) {
      attendee.setParameter('partstat', 'NEEDS-ACTION');
      attendee.setParameter('rsvp', 'TRUE');
    }
    event.addProperty(attendee);
  }
  calendar.addSubcomponent(event);
  return `${calendar.toString()}\r\n`;
}

/** RFC 5545 §3.2: a parameter holds no quotation mark and no control, whatever a name has. */
function personProperty(name: string, { name: called, address }: Mailbox): ICAL.Property {
  const property = new ICAL.Property(name);
  property.setValue(`mailto:${address}`);
  const bare = called.replace(/["\p{Cc}]/gu, '');
  if (bare !== '') property.setParameter('cn', bare);
  return property;
}
