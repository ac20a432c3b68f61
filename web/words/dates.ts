import { formatDate, weekdayName } from '../../core/dates/formatDate.ts';
import type { DateFormat } from '../../core/dates/formatDate.ts';
import { isTimeZone, zonedTime } from '../../core/dates/zonedClock.ts';
import { dayParts, parsePlainDate } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';

/** The practice's zone once it is known; until then the browser's, which is the practice's nearly everywhere. */
let zone = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** How days, times and figures are written (BCP 47); as the house does it until the practice is known. */
const HOUSE = 'en-GB';
let region = HOUSE;

/** From here on days and times are those of the practice's clock, and written as in its region, wherever its people are. */
export function keepTo(practice: { readonly timeZone: string; readonly region: string }): void {
  if (isTimeZone(practice.timeZone)) zone = practice.timeZone;
  if (Intl.DateTimeFormat.supportedLocalesOf(practice.region).length > 0) region = practice.region;
}

const PARTS: Readonly<Record<Exclude<DateFormat, 'iso'>, Intl.DateTimeFormatOptions>> = {
  long: { day: 'numeric', month: 'long', year: 'numeric' },
  longWeekday: { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' },
  dayMonth: { day: 'numeric', month: 'long' },
  weekdayDayMonth: { weekday: 'long', day: 'numeric', month: 'long' },
  monthYear: { month: 'long', year: 'numeric' },
  short: { day: 'numeric', month: 'short', year: 'numeric' },
};
const formatters = new Map<string, Intl.DateTimeFormat>();

function inRegion(date: PlainDate, name: string, options: Intl.DateTimeFormatOptions): string {
  const key = `${region} ${name}`;
  const formatter = formatters.get(key) ?? new Intl.DateTimeFormat(region, { ...options, timeZone: 'UTC' });
  formatters.set(key, formatter);
  return formatter.format(Date.parse(date));
}

/** A day on a screen, as the practice's region writes it. */
export function writeDay(date: PlainDate, format: DateFormat): string {
  return region === HOUSE || format === 'iso'
    ? formatDate(date, format)
    : inRegion(date, format, PARTS[format]);
}

/** A figure on a screen, as the practice's region writes it: `1,284`, `2.1`. */
export const writeNumber = (value: number, fractionDigits = 0): string =>
  new Intl.NumberFormat(region, {
    minimumFractionDigits: fractionDigits,
    maximumFractionDigits: fractionDigits,
  }).format(value);

export const dayOf = (utc: number): PlainDate => zonedTime(zone, utc).date;

/** A day in a list: `Thu 5 Mar`, with the year where it is another. */
export function listDay(date: PlainDate, today: PlainDate): string {
  const isThisYear = dayParts(date).year === dayParts(today).year;
  if (region !== HOUSE)
    return isThisYear
      ? inRegion(date, 'list', { weekday: 'short', day: 'numeric', month: 'short' })
      : writeDay(date, 'short');
  const short = formatDate(date, 'short');
  return isThisYear ? `${weekdayName(date).slice(0, 3)} ${short.split(' ').slice(0, 2).join(' ')}` : short;
}

export const today = (): PlainDate => dayOf(Date.now());

/** The exact moment, for whoever hovers: `Thursday 5 March 2026, 14:05`. */
export function exactTime(utc: number): string {
  const { date, hour, minute } = zonedTime(zone, utc);
  return `${writeDay(date, 'longWeekday')}, ${clock(hour, minute)}`;
}

export function timeOfDay(utc: number): string {
  const { hour, minute } = zonedTime(zone, utc);
  return clock(hour, minute);
}

/** A time as lists have it: `8:30`, or as the region writes it. */
export function clock(hour: number, minute: number): string {
  if (region === HOUSE) return `${hour}:${String(minute).padStart(2, '0')}`;
  return new Intl.DateTimeFormat(region, { hour: 'numeric', minute: '2-digit', timeZone: 'UTC' }).format(
    Date.UTC(2000, 0, 1, hour, minute),
  );
}

/** A day that came over the API; what is no day is a fault of ours and is said so. */
export function readDay(text: string): PlainDate {
  const date = parsePlainDate(text);
  if (!date) throw new RangeError(`no day: ${text}`);
  return date;
}
