import ICAL from 'ical.js';
import MailComposer from 'nodemailer/lib/mail-composer';
import { simpleParser } from 'mailparser';
import type { Answer } from './answers.ts';

export type Taken = 'ACCEPTED' | 'TENTATIVE' | 'DECLINED';

const WORDS: Readonly<Record<Taken, string>> = {
  ACCEPTED: 'Accepted',
  TENTATIVE: 'Tentative',
  DECLINED: 'Declined',
};

/** The invitation that a message carries (RFC 6047); undefined for every other message. */
export async function invitationIn(bytes: Buffer): Promise<ICAL.Component | undefined> {
  const { attachments } = await simpleParser(bytes);
  const part = attachments.find(({ contentType }) => contentType === 'text/calendar');
  if (!part) return undefined;
  const calendar = new ICAL.Component(ICAL.parse(part.content.toString('utf8')) as unknown[]);
  return calendar.getFirstPropertyValue('method') === 'REQUEST' ? calendar : undefined;
}

/** What a calendar program answers by itself when its owner presses a button: no thread is named, only the event (RFC 5546 §3.2.3). */
export async function calendarAnswer(bytes: Buffer, from: string, taken: Taken): Promise<Answer> {
  const asked = await invitationIn(bytes);
  const event = asked?.getFirstSubcomponent('vevent');
  const organiser = event?.getFirstProperty('organizer');
  if (!event || !organiser) throw new Error('this message invites to nothing');
  const what = String(event.getFirstPropertyValue('summary') ?? '');
  const answer = new ICAL.Component('vcalendar');
  answer.updatePropertyWithValue('prodid', '-//Stand-in//calendar//EN');
  answer.updatePropertyWithValue('version', '2.0');
  answer.updatePropertyWithValue('method', 'REPLY');
  const given = new ICAL.Component('vevent');
  for (const name of ['uid', 'sequence', 'dtstart', 'dtend', 'summary'])
    given.addProperty(event.getFirstProperty(name) ?? new ICAL.Property(name));
  given.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(new Date(), true));
  given.addProperty(organiser);
  const attendee = new ICAL.Property('attendee');
  attendee.setValue(`mailto:${from}`);
  attendee.setParameter('partstat', taken);
  given.addProperty(attendee);
  answer.addSubcomponent(given);
  const to = String(organiser.getFirstValue()).replace(/^mailto:/i, '');
  const built = await new MailComposer({
    from,
    to,
    subject: `${WORDS[taken]}: ${what}`,
    text: `${from}: ${WORDS[taken].toLowerCase()}.`,
    icalEvent: { method: 'REPLY', content: `${answer.toString()}\r\n` },
    newline: 'windows',
  })
    .compile()
    .build();
  return { from, to: [to], bytes: built };
}
