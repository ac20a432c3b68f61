import { dayParts, weekday } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';

export const DATE_FORMATS = [
  'long',
  'longWeekday',
  'dayMonth',
  'weekdayDayMonth',
  'monthYear',
  'short',
  'iso',
] as const;
/**
 * `long` 5 March 2026 · `longWeekday` Thursday 5 March 2026 · `dayMonth` 5 March · `weekdayDayMonth` Thursday 5 March ·
 * `monthYear` March 2026 · `short` 5 Mar 2026 · `iso` 2026-03-05.
 */
export type DateFormat = (typeof DATE_FORMATS)[number];

export const MONTHS: readonly string[] =
  'January February March April May June July August September October November December'.split(' ');
export const WEEKDAYS: readonly string[] = 'Monday Tuesday Wednesday Thursday Friday Saturday Sunday'.split(
  ' ',
);

const monthName = (month: number): string => MONTHS[month - 1] ?? '';
export const weekdayName = (date: PlainDate): string => WEEKDAYS[weekday(date) - 1] ?? '';

function write(date: PlainDate, format: DateFormat): string {
  const { year, month, day } = dayParts(date);
  switch (format) {
    case 'long':
      return `${day} ${monthName(month)} ${year}`;
    case 'longWeekday':
      return `${weekdayName(date)} ${day} ${monthName(month)} ${year}`;
    case 'dayMonth':
      return `${day} ${monthName(month)}`;
    case 'weekdayDayMonth':
      return `${weekdayName(date)} ${day} ${monthName(month)}`;
    case 'monthYear':
      return `${monthName(month)} ${year}`;
    case 'short':
      return `${day} ${monthName(month).slice(0, 3)} ${year}`;
    case 'iso':
      return date;
    default:
      return format satisfies never;
  }
}

/** A time of the day as it is written: `09:05`. */
export const formatTime = (hour: number, minute: number): string =>
  `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;

/** A practice writes of some thousand different days; past this the memo starts anew rather than growing. */
const MEMO_DAYS = 4096;
const memos = new Map<DateFormat, Map<PlainDate, string>>(DATE_FORMATS.map((format) => [format, new Map()]));

/** Writes a day; remembered by day and format, because a round writes the same few days thousands of times. */
export function formatDate(date: PlainDate, format: DateFormat): string {
  const memo = memos.get(format);
  const known = memo?.get(date);
  if (known !== undefined) return known;
  const written = write(date, format);
  if (memo && memo.size >= MEMO_DAYS) memo.clear();
  memo?.set(date, written);
  return written;
}
