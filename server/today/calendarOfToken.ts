import ICAL from 'ical.js';
import { addDays } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Services } from '../platform/services.ts';
import { scopeOfFeed } from '../access/feedTokenQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { followUpsDue } from './queries.ts';
import type { DueFollowUp } from './queries.ts';
import { spanOf, uidOf } from '../platform/mail/writeInvitation.ts';
import { daysInHand } from './daysInHand.ts';

/** As far ahead as follow-ups are listed. */
const FAR = '9999-12-31' as PlainDate;

const MOST = 2_000;

/** A person's follow-ups and the days of their matters as iCalendar (RFC 5545), an all-day event each; appointments at their hour. */
export async function calendarOfToken(services: Services, token: string): Promise<Buffer> {
  const scope = await scopeOfFeed(services.db, token);
  if (!scope) throw notFound('calendar');
  const settings = await readSettings(scope);
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Officium//calendar//EN');
  calendar.updatePropertyWithValue('x-wr-calname', `${settings.practice.name}: ${scope.actor.name}`);
  for (const followUp of await followUpsDue(scope, 'mine', FAR, MOST))
    calendar.addSubcomponent(followUpEvent(services, settings, followUp));
  for (const { matterId, path, date, label, reference, title } of await daysInHand(
    services,
    scope,
    'mine',
    settings,
  ))
    calendar.addSubcomponent(
      event(services, `${matterId}-${path}@officium`, date, `${label} · ${reference}`, title),
    );
  return Buffer.from(`${calendar.toString()}\r\n`, 'utf8');
}

/** A follow-up on its day; an appointment at its hour, in UTC, so that no zone has to be described (RFC 5545 §3.3.5). */
function followUpEvent(
  services: Services,
  { timeZone }: PracticeSettings,
  { id, what, dueOn, at, minutes, place, reference, title }: DueFollowUp,
): ICAL.Component {
  const made = event(services, uidOf(id), dueOn, `${what} · ${reference}`, title);
  if (place !== '') made.updatePropertyWithValue('location', place);
  if (at === null) return made;
  const utc = (ms: number) => ICAL.Time.fromJSDate(new Date(ms), true);
  const { fromUtc, untilUtc } = spanOf({ what, dueOn, at, minutes: minutes ?? 0, place }, timeZone);
  made.updatePropertyWithValue('dtstart', utc(fromUtc));
  made.updatePropertyWithValue('dtend', utc(untilUtc));
  made.updatePropertyWithValue('transp', 'OPAQUE');
  return made;
}

function event(
  services: Services,
  uid: string,
  on: PlainDate,
  summary: string,
  about: string,
): ICAL.Component {
  const made = new ICAL.Component('vevent');
  made.updatePropertyWithValue('uid', uid);
  made.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(new Date(services.now()), true));
  made.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(on));
  made.updatePropertyWithValue('dtend', ICAL.Time.fromDateString(addDays(on, 1)));
  made.updatePropertyWithValue('summary', summary);
  made.updatePropertyWithValue('description', about);
  made.updatePropertyWithValue('transp', 'TRANSPARENT');
  return made;
}
