import type { DateShift } from '../model/calculatedForm.ts';
import {
  addDays,
  dayAt,
  dayNumber,
  dayParts,
  daysBetween,
  daysInMonth,
  monthsOn,
  plainDate,
  weekday,
} from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';

/** The days on which a practice works. */
export interface WorkingCalendar {
  /** ISO weekdays worked, 1 Monday … 7 Sunday; at least one. */
  readonly weekdays: ReadonlySet<number>;
  readonly holidays: ReadonlySet<PlainDate>;
}

/** No practice closes longer than this at a stretch; a calendar that does is a mistake, not a wait without end. */
const LONGEST_CLOSURE_DAYS = 400;

export const isWorkingDay = (calendar: WorkingCalendar, date: PlainDate): boolean =>
  calendar.weekdays.has(weekday(date)) && !calendar.holidays.has(date);

/**
 * The first working day at or after (`next`), or at or before (`previous`), a day. Undefined where the practice is closed
 * for longer than any is, or where the days there are come to an end.
 */
export function rollToWorkingDay(
  calendar: WorkingCalendar,
  date: PlainDate,
  roll: 'next' | 'previous',
): PlainDate | undefined {
  const step = roll === 'next' ? 1 : -1;
  const from = dayNumber(date);
  for (let tried = 0; tried < LONGEST_CLOSURE_DAYS; tried += 1) {
    const day = dayAt(from + tried * step);
    if (!day) return undefined;
    if (isWorkingDay(calendar, day)) return day;
  }
  return undefined;
}

/**
 * The day `amount` working days after (before, when negative) `date`. The day itself is not counted; 0 is the day
 * itself, worked or not. Undefined as {@link rollToWorkingDay}.
 */
export function addWorkingDays(
  calendar: WorkingCalendar,
  date: PlainDate,
  amount: number,
): PlainDate | undefined {
  const step = amount < 0 ? -1 : 1;
  let day: PlainDate | undefined = date;
  for (let left = Math.abs(amount); day && left > 0; left -= 1) {
    const beside = dayAt(dayNumber(day) + step);
    day = beside && rollToWorkingDay(calendar, beside, step === 1 ? 'next' : 'previous');
  }
  return day;
}

/** Working days after `from` up to and including `to`; negative where `to` comes first. */
export function workingDaysBetween(calendar: WorkingCalendar, from: PlainDate, to: PlainDate): number {
  if (to < from) return -workingDaysBetween(calendar, to, from);
  const span = daysBetween(from, to);
  // Whole weeks by their number: a span of centuries costs no more than one of days.
  let count = Math.floor(span / 7) * calendar.weekdays.size;
  for (let n = 0; n < span % 7; n += 1) if (calendar.weekdays.has(weekday(addDays(to, -n)))) count += 1;
  for (const day of calendar.holidays)
    if (day > from && day <= to && calendar.weekdays.has(weekday(day))) count -= 1;
  return count;
}

/**
 * Applies a shift: the unit first, then the day itself where it counts, then on to the end of a period or to a weekday,
 * then the roll. Undefined where no such day is.
 */
export function shiftDate(
  calendar: WorkingCalendar,
  date: PlainDate,
  shift: DateShift,
): PlainDate | undefined {
  const moved = shift.countsDay ? moveCounting(calendar, date, shift) : moveBy(calendar, date, shift);
  const reached = moved && goOn(moved, shift);
  return shift.roll && reached ? rollToWorkingDay(calendar, reached, shift.roll) : reached;
}

const MONTHS_IN = { month: 1, quarter: 3, year: 12 } as const;

function goOn(date: PlainDate, { end, weekday: wanted }: DateShift): PlainDate | undefined {
  const ended = end ? lastDayOf(date, MONTHS_IN[end]) : date;
  if (wanted === undefined) return ended;
  const ahead = (wanted - weekday(ended) + 7) % 7;
  return dayAt(dayNumber(ended) + (ahead === 0 ? 7 : ahead));
}

/** The last day of the month, quarter or year (1, 3 or 12 months) that a day is in. */
export function lastDayOf(date: PlainDate, months: number): PlainDate {
  const { year, month } = dayParts(date);
  const last = month - ((month - 1) % months) + months - 1;
  return plainDate(year, last, daysInMonth(year, last));
}

const DAYS_IN: Readonly<Partial<Record<DateShift['unit'], number>>> = { days: 1, weeks: 7 };

/** The day itself is the first of the time: it ends a day sooner than it would otherwise. */
function moveCounting(calendar: WorkingCalendar, date: PlainDate, shift: DateShift): PlainDate | undefined {
  if (shift.amount === 0) return date;
  const back = shift.amount > 0 ? -1 : 1;
  const days = DAYS_IN[shift.unit];
  if (days !== undefined) return dayAt(dayNumber(date) + shift.amount * days + back);
  if (shift.unit !== 'workingDays') {
    const moved = moveBy(calendar, date, shift);
    return moved && dayAt(dayNumber(moved) + back);
  }
  // A day that is not worked counts for nothing, whether it is the first or not.
  return isWorkingDay(calendar, date)
    ? addWorkingDays(calendar, date, shift.amount + back)
    : addWorkingDays(calendar, date, shift.amount);
}

function moveBy(
  calendar: WorkingCalendar,
  date: PlainDate,
  { unit, amount }: DateShift,
): PlainDate | undefined {
  switch (unit) {
    case 'days':
      return dayAt(dayNumber(date) + amount);
    case 'weeks':
      return dayAt(dayNumber(date) + amount * 7);
    case 'workingDays':
      return addWorkingDays(calendar, date, amount);
    case 'months':
      return monthsOn(date, amount);
    case 'years':
      return monthsOn(date, amount * 12);
    default:
      return unit satisfies never;
  }
}
