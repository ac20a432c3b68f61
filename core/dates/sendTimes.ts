import type { PlainDate } from '../model/plainDate.ts';
import { addDays } from '../model/plainDate.ts';
import { isWorkingDay } from './workingDays.ts';
import type { WorkingCalendar } from './workingDays.ts';
import type { ZonedTime } from './zonedClock.ts';

/** When a practice works, as minutes after midnight on its own clock. */
export interface WorkingHours {
  readonly fromMinute: number;
  readonly untilMinute: number;
}

const MOST_OFFERED = 3;
/** Nobody means a time that is nearly now. */
const SOON_MINUTES = 30;
const AFTERNOON = 14 * 60;

/**
 * Times within working hours that a message may leave at, soonest first: this morning or afternoon where they still lie
 * ahead, then the beginnings of the coming working days.
 */
export function sendTimes(
  calendar: WorkingCalendar,
  now: ZonedTime,
  { fromMinute, untilMinute }: WorkingHours,
): readonly ZonedTime[] {
  const minuteNow = now.hour * 60 + now.minute;
  const at = (date: PlainDate, minute: number): ZonedTime => ({
    date,
    hour: Math.floor(minute / 60),
    minute: minute % 60,
  });
  const today = isWorkingDay(calendar, now.date)
    ? [fromMinute, AFTERNOON].filter(
        (minute) => minute >= minuteNow + SOON_MINUTES && minute >= fromMinute && minute < untilMinute,
      )
    : [];
  const offered = today.map((minute) => at(now.date, minute));
  for (let days = 1; offered.length < MOST_OFFERED && days < 60; days += 1) {
    const date = addDays(now.date, days);
    if (isWorkingDay(calendar, date)) offered.push(at(date, fromMinute));
  }
  return offered.slice(0, MOST_OFFERED);
}

/** Whether the practice works at a time of its own clock. */
export const worksAt = (
  calendar: WorkingCalendar,
  { date, hour, minute }: ZonedTime,
  { fromMinute, untilMinute }: WorkingHours,
): boolean => {
  const minutes = hour * 60 + minute;
  return isWorkingDay(calendar, date) && minutes >= fromMinute && minutes < untilMinute;
};
