import type { DateShift } from '../model/calculatedForm.ts';
import { addDays, addMonths, daysBetween, weekday } from '../model/plainDate.ts';
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

/** The first working day at or after (`next`), or at or before (`previous`), a day. */
export function rollToWorkingDay(
  calendar: WorkingCalendar,
  date: PlainDate,
  roll: 'next' | 'previous',
): PlainDate {
  const step = roll === 'next' ? 1 : -1;
  let day = date;
  for (let tried = 0; tried < LONGEST_CLOSURE_DAYS; tried += 1) {
    if (isWorkingDay(calendar, day)) return day;
    day = addDays(day, step);
  }
  throw new RangeError('the working calendar has no working day within a year');
}

/**
 * The day `amount` working days after (before, when negative) `date`. The day itself is not counted; 0 is the day
 * itself, worked or not.
 */
export function addWorkingDays(calendar: WorkingCalendar, date: PlainDate, amount: number): PlainDate {
  const step = amount < 0 ? -1 : 1;
  let day = date;
  for (let left = Math.abs(amount); left > 0; left -= 1) {
    day = rollToWorkingDay(calendar, addDays(day, step), step === 1 ? 'next' : 'previous');
  }
  return day;
}

/** Working days after `from` up to and including `to`; negative where `to` comes first. */
export function workingDaysBetween(calendar: WorkingCalendar, from: PlainDate, to: PlainDate): number {
  if (to < from) return -workingDaysBetween(calendar, to, from);
  let count = 0;
  for (let n = daysBetween(from, to); n > 0; n -= 1) if (isWorkingDay(calendar, addDays(from, n))) count += 1;
  return count;
}

/** Applies a shift: the unit first, then the day itself where it counts, then the roll. */
export function shiftDate(calendar: WorkingCalendar, date: PlainDate, shift: DateShift): PlainDate {
  const moved = shift.countsDay ? moveCounting(calendar, date, shift) : moveBy(calendar, date, shift);
  return shift.roll ? rollToWorkingDay(calendar, moved, shift.roll) : moved;
}

/** The day itself is the first of the time: it ends a day sooner than it would otherwise. */
function moveCounting(calendar: WorkingCalendar, date: PlainDate, shift: DateShift): PlainDate {
  if (shift.amount === 0) return date;
  const back = shift.amount > 0 ? -1 : 1;
  if (shift.unit !== 'workingDays') return addDays(moveBy(calendar, date, shift), back);
  // A day that is not worked counts for nothing, whether it is the first or not.
  return isWorkingDay(calendar, date)
    ? addWorkingDays(calendar, date, shift.amount + back)
    : addWorkingDays(calendar, date, shift.amount);
}

function moveBy(calendar: WorkingCalendar, date: PlainDate, { unit, amount }: DateShift): PlainDate {
  switch (unit) {
    case 'days':
      return addDays(date, amount);
    case 'weeks':
      return addDays(date, amount * 7);
    case 'workingDays':
      return addWorkingDays(calendar, date, amount);
    case 'months':
      return addMonths(date, amount);
    case 'years':
      return addMonths(date, amount * 12);
    default:
      return unit satisfies never;
  }
}
