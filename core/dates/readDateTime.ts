import { addDays } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { formatTime } from './formatDate.ts';
import { asSaid, readDate } from './readDate.ts';
import type { Looking } from './readDate.ts';
import type { WorkingCalendar } from './workingDays.ts';
import type { ZonedTime } from './zonedClock.ts';

/** What was said, as far as it was: a day alone asks for its hour. */
export interface DateTimeRead {
  readonly date: PlainDate;
  /** `HH:MM`; undefined where none was said. */
  readonly time: string | undefined;
}

const MINUTES_A_DAY = 1_440;
const MAX_HOURS = 9_999;
const SOON =
  /^(?:in|within|\+)\s*(\d{1,4}|an?|half an)\s*(?:(h|hrs?|hours?)|(?:m|mins?|minutes?))(?: from now)?$/;
const CLOCK = /^(?:(.*?)[\s,]+)?(?:at )?(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm|a\.m\.|p\.m\.|o'clock|h|uhr)?$/;
const NAMED: Readonly<Record<string, string>> = { noon: '12:00', midday: '12:00', midnight: '00:00' };
const NAMED_CLOCK = /^(?:(.*?)[\s,]+)?(?:at )?(noon|midday|midnight)$/;
const CLOCK_FIRST = /^(?:at )?(\d{1,2}(?:[:.]\d{2})?\s*(?:am|pm)?|noon|midday|midnight),? (?:on )?(.+)$/;

/**
 * Reads a day with its time as people say it, seen from `now` on the practice's clock: `tomorrow at 9:30`, `Friday 4 pm`,
 * `5 March, noon`, `within 24 hours`, `in 90 minutes`, `2026-03-05 09:30`. Undefined where part of it is not understood.
 */
export function readDateTime(
  words: string,
  now: ZonedTime,
  calendar: WorkingCalendar,
  looking: Looking = 'ahead',
): DateTimeRead | undefined {
  const text = asSaid(words).replace(/\u2019/g, "'");
  if (text === '' || text.length > 80) return undefined;
  const soon = SOON.exec(text);
  if (soon) return later(now, soon[1] ?? '', soon[2] !== undefined);
  const whole = readDate(text, now.date, calendar, looking);
  if (whole) return { date: whole, time: undefined };
  const swapped = CLOCK_FIRST.exec(text);
  return (
    withClock(text, now, calendar, looking) ??
    (swapped ? withClock(`${swapped[2] ?? ''} ${swapped[1] ?? ''}`, now, calendar, looking) : undefined)
  );
}

function withClock(
  text: string,
  now: ZonedTime,
  calendar: WorkingCalendar,
  looking: Looking,
): DateTimeRead | undefined {
  const named = NAMED_CLOCK.exec(text);
  const clock = named ? undefined : CLOCK.exec(text);
  const time = named ? NAMED[named[2] ?? ''] : clock && timeOf(clock[2], clock[3], clock[4]);
  const dayWords = (named ?? clock)?.[1]?.replace(/ at$/, '') ?? '';
  if (!time) return undefined;
  // A clock alone needs a sign that it is one: 9 could be the ninth.
  if (dayWords === '' && clock && clock[3] === undefined && clock[4] === undefined) return undefined;
  const date = dayWords === '' ? today(now, time) : readDate(dayWords, now.date, calendar, looking);
  return date && { date, time };
}

/** Reads a time of day alone, `HH:MM`: `14:30`, `9.15`, `2 pm`, `noon`; a bare number is an hour. Undefined where more is said, or none. */
export function readTime(words: string): string | undefined {
  const text = asSaid(words).replace(/^at /, '');
  const named = NAMED_CLOCK.exec(text);
  const clock = named ? undefined : CLOCK.exec(text);
  if ((named ?? clock)?.[1] !== undefined) return undefined;
  return named ? NAMED[named[2] ?? ''] : clock ? timeOf(clock[2], clock[3], clock[4]) : undefined;
}

/** A clock alone is today's, or tomorrow's where that has passed. */
const today = ({ date, hour, minute }: ZonedTime, time: string): PlainDate =>
  time > formatTime(hour, minute) ? date : addDays(date, 1);

function timeOf(hours = '', minutes = '0', half = ''): string | undefined {
  const hour = Number(hours);
  const pm = half.startsWith('p');
  const am = half.startsWith('a');
  if ((am || pm) && (hour < 1 || hour > 12)) return undefined;
  const of24 = pm ? (hour % 12) + 12 : am ? hour % 12 : hour;
  return of24 > 23 || Number(minutes) > 59 ? undefined : formatTime(of24, Number(minutes));
}

function later({ date, hour, minute }: ZonedTime, count: string, isHours: boolean): DateTimeRead | undefined {
  const many = count === 'half an' ? 0.5 : count.startsWith('a') ? 1 : Number(count);
  const minutes = hour * 60 + minute + Math.round(many * (isHours ? 60 : 1));
  if (many > MAX_HOURS) return undefined;
  const rest = minutes % MINUTES_A_DAY;
  return {
    date: addDays(date, Math.floor(minutes / MINUTES_A_DAY)),
    time: formatTime(Math.floor(rest / 60), rest % 60),
  };
}
