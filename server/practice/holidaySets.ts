import Holidays from 'date-holidays';
import ICAL from 'ical.js';
import type { HolidayQuery, HolidaySets, NamedDays } from '../../contract/practice.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import type { PersonScope } from '../access/scope.ts';
import { decodeText } from '../platform/files/decodeText.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { readSettings } from '../platform/settings/queries.ts';

/** This year and the next two: those after have time. */
const YEARS = 3;
/** Repeated days are looked at no further. */
const MOST_DAYS = 500;
const LANGUAGE = 'en';

const listed = (found: Readonly<Record<string, string>> | undefined): HolidaySets => ({
  items: Object.entries(found ?? {})
    .map(([code, name]) => ({ code, name }))
    .sort((a, b) => (a.name < b.name ? -1 : 1)),
});

/** Countries whose holidays ship with the application; or the parts of one, where their holidays differ. */
export function holidaySets({ country }: { readonly country?: string | undefined }): HolidaySets {
  const all = new Holidays();
  return listed(country === undefined ? all.getCountries(LANGUAGE) : all.getStates(country, LANGUAGE));
}

async function yearsFrom({ now }: Pick<Services, 'now'>, scope: PersonScope): Promise<readonly number[]> {
  const { timeZone } = await readSettings(scope);
  const first = Number(zonedTime(timeZone, now()).date.slice(0, 4));
  return Array.from({ length: YEARS }, (_one, n) => first + n);
}

/** The public holidays of a country or a part of it, for this year and the next two. */
export async function countryHolidays(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  { country, part }: HolidayQuery,
): Promise<NamedDays> {
  if (!(country in (new Holidays().getCountries(LANGUAGE) ?? {}))) throw notFound('country');
  const own = part === undefined ? new Holidays(country) : new Holidays(country, part);
  own.setLanguages([LANGUAGE]);
  const years = await yearsFrom(services, scope);
  return unique(
    years.flatMap((year) =>
      own
        .getHolidays(year)
        .filter(({ type }) => type === 'public' || type === 'bank')
        .map(({ date, name }) => ({ day: date.slice(0, 10), name })),
    ),
  );
}

/** The days of a calendar file (RFC 5545): whole days alone, those that repeat for this year and the next two. */
export async function calendarHolidays(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  bytes: Buffer,
): Promise<NamedDays> {
  const years = await yearsFrom(services, scope);
  const days: { day: string; name: string }[] = [];
  try {
    const calendar = new ICAL.Component(ICAL.parse(decodeText(bytes)) as unknown[]);
    for (const component of calendar.getAllSubcomponents('vevent')) {
      const event = new ICAL.Event(component);
      if (!event.startDate.isDate) continue;
      const length = Math.max(1, Math.round(event.duration.toSeconds() / 86_400));
      for (const start of startsOf(event, years)) {
        const day = start.clone();
        for (let n = 0; n < length && days.length < MOST_DAYS; n += 1) {
          days.push({ day: day.toString().slice(0, 10), name: (event.summary ?? '').slice(0, 120) });
          day.adjust(1, 0, 0, 0);
        }
      }
    }
  } catch {
    throw new DomainProblem('badFile', [{ code: 'notACalendar' }, { code: 'nothingChanged' }]);
  }
  const wanted = unique(days.filter(({ day }) => years.includes(Number(day.slice(0, 4)))));
  if (wanted.days.length === 0)
    throw new DomainProblem('badFile', [{ code: 'noDayInCalendar' }, { code: 'nothingChanged' }]);
  return wanted;
}

function startsOf(event: ICAL.Event, years: readonly number[]): readonly ICAL.Time[] {
  if (!event.isRecurring()) return [event.startDate];
  const starts: ICAL.Time[] = [];
  const each = event.iterator();
  for (let tries = 0; tries < MOST_DAYS; tries += 1) {
    const next = each.next() as ICAL.Time | undefined;
    if (!next || next.year > (years.at(-1) ?? 0)) break;
    starts.push(next);
  }
  return starts;
}

/** Each day once, in order, under the first name it has. */
function unique(days: readonly { readonly day: string; readonly name: string }[]): NamedDays {
  const names = new Map<string, string>();
  for (const { day, name } of days) if (parsePlainDate(day) && !names.has(day)) names.set(day, name);
  return {
    days: [...names].map(([day, name]) => ({ day, name })).sort((a, b) => (a.day < b.day ? -1 : 1)),
  };
}
