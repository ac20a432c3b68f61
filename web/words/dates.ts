import { formatDate, weekdayName } from '../../core/dates/formatDate.ts';
import { isTimeZone, zonedTime } from '../../core/dates/zonedClock.ts';
import { dayParts, parsePlainDate } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';

/** The practice's zone once it is known; until then the browser's, which is the practice's nearly everywhere. */
let zone = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** From here on days and times are those of the practice's clock, wherever its people are. */
export function keepTo(timeZone: string): void {
  if (isTimeZone(timeZone)) zone = timeZone;
}

export const dayOf = (utc: number): PlainDate => zonedTime(zone, utc).date;

/** A day in a list: `Thu 5 Mar`, with the year where it is another. */
export function listDay(date: PlainDate, today: PlainDate): string {
  const { year, month, day } = dayParts(date);
  void month;
  const short = formatDate(date, 'short').split(' ').slice(0, 2).join(' ');
  return year === dayParts(today).year
    ? `${weekdayName(date).slice(0, 3)} ${short}`
    : `${day} ${formatDate(date, 'short').split(' ').slice(1).join(' ')}`;
}

export const today = (): PlainDate => dayOf(Date.now());

/** The exact moment, for whoever hovers: `Thursday 5 March 2026, 14:05`. */
export function exactTime(utc: number): string {
  const { date, hour, minute } = zonedTime(zone, utc);
  return `${formatDate(date, 'longWeekday')}, ${clock(hour, minute)}`;
}

export function timeOfDay(utc: number): string {
  const { hour, minute } = zonedTime(zone, utc);
  return clock(hour, minute);
}

/** A time as lists have it: `8:30`. */
export const clock = (hour: number, minute: number): string => `${hour}:${String(minute).padStart(2, '0')}`;

/** A day that came over the API; what is no day is a fault of ours and is said so. */
export function readDay(text: string): PlainDate {
  const date = parsePlainDate(text);
  if (!date) throw new RangeError(`no day: ${text}`);
  return date;
}
