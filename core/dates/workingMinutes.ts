import { dayNumber } from '../model/plainDate.ts';
import type { WorkingHours } from './sendTimes.ts';
import { isWorkingDay, workingDaysBetween } from './workingDays.ts';
import type { WorkingCalendar } from './workingDays.ts';
import type { ZonedTime } from './zonedClock.ts';

/**
 * Minutes within working hours from one moment of the practice's clock to another; 0 where the other is not later. What
 * comes at night counts from the morning. Cost does not grow with the span.
 */
export function workingMinutes(
  calendar: WorkingCalendar,
  hours: WorkingHours,
  from: ZonedTime,
  until: ZonedTime,
): number {
  const { fromMinute, untilMinute } = hours;
  const within = ({ date, hour, minute }: ZonedTime): number =>
    isWorkingDay(calendar, date)
      ? Math.min(untilMinute, Math.max(fromMinute, hour * 60 + minute)) - fromMinute
      : 0;
  const days = dayNumber(until.date) - dayNumber(from.date);
  if (days < 0) return 0;
  if (days === 0) return Math.max(0, within(until) - within(from));
  const wholeDay = Math.max(0, untilMinute - fromMinute);
  const restOfFirst = isWorkingDay(calendar, from.date) ? wholeDay - within(from) : 0;
  const between =
    workingDaysBetween(calendar, from.date, until.date) - (isWorkingDay(calendar, until.date) ? 1 : 0);
  return restOfFirst + between * wholeDay + within(until);
}
