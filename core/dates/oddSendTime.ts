import type { WorkingHours } from './sendTimes.ts';
import { isWorkingDay } from './workingDays.ts';
import type { WorkingCalendar } from './workingDays.ts';
import { zonedInstant, zonedTime } from './zonedClock.ts';
import type { ZonedTime } from './zonedClock.ts';

/** What is odd about a time that somebody chose for sending; undefined where nothing is. */
export type OddSendTime =
  | { readonly kind: 'past' }
  /** The clock is put forward over it: what it is sent at instead. */
  | { readonly kind: 'skipped'; readonly instead: ZonedTime }
  | { readonly kind: 'closedDay' }
  | { readonly kind: 'outsideHours' };

const sameTime = (a: ZonedTime, b: ZonedTime): boolean =>
  a.date === b.date && a.hour === b.hour && a.minute === b.minute;

/** The first thing that is odd about a time on the practice's clock, the gravest first. */
export function oddSendTime(
  wall: ZonedTime,
  zone: string,
  calendar: WorkingCalendar,
  { fromMinute, untilMinute }: WorkingHours,
  nowUtc: number,
): OddSendTime | undefined {
  const at = zonedInstant(zone, wall);
  if (at <= nowUtc) return { kind: 'past' };
  const shown = zonedTime(zone, at);
  if (!sameTime(shown, wall)) return { kind: 'skipped', instead: shown };
  if (!isWorkingDay(calendar, wall.date)) return { kind: 'closedDay' };
  const minute = wall.hour * 60 + wall.minute;
  return minute < fromMinute || minute >= untilMinute ? { kind: 'outsideHours' } : undefined;
}
