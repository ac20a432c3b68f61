import ICAL from 'ical.js';
import { addDays } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Office } from '../app/services.ts';
import { personByFeedToken } from './feedQueries.ts';
import { findPerson } from '../access/peopleQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { followUpsDue } from './queries.ts';
import { daysInHand } from './daysInHand.ts';

/** As far ahead as follow-ups are listed. */
const FAR = '9999-12-31' as PlainDate;

const MOST = 2_000;

/** A person's follow-ups and the days of their matters as iCalendar (RFC 5545), an all-day event each. */
export async function calendarOfToken(office: Office, token: string): Promise<Buffer> {
  const personId = await personByFeedToken(office.db, token);
  const person = personId === undefined ? undefined : await findPerson(office.db, personId);
  if (!person) throw notFound('calendar');
  const settings = await readSettings(office.db);
  const scope = { personId: person.id, mine: true };
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Officium//calendar//EN');
  calendar.updatePropertyWithValue('x-wr-calname', `${settings.practice.name}: ${person.name}`);
  for (const { id, what, dueOn, reference, title } of await followUpsDue(office.db, scope, FAR, MOST))
    calendar.addSubcomponent(event(office, `follow-up-${id}`, dueOn, `${what} · ${reference}`, title));
  for (const { matterId, path, date, label, reference, title } of await daysInHand(
    office,
    person,
    scope,
    settings,
  ))
    calendar.addSubcomponent(event(office, `${matterId}-${path}`, date, `${label} · ${reference}`, title));
  return Buffer.from(`${calendar.toString()}\r\n`, 'utf8');
}

function event(office: Office, uid: string, on: PlainDate, summary: string, about: string): ICAL.Component {
  const made = new ICAL.Component('vevent');
  made.updatePropertyWithValue('uid', `${uid}@officium`);
  made.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(new Date(office.now()), true));
  made.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(on));
  made.updatePropertyWithValue('dtend', ICAL.Time.fromDateString(addDays(on, 1)));
  made.updatePropertyWithValue('summary', summary);
  made.updatePropertyWithValue('description', about);
  made.updatePropertyWithValue('transp', 'TRANSPARENT');
  return made;
}
