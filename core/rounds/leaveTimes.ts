import type { WorkingHours } from '../dates/sendTimes.ts';
import { isWorkingDay } from '../dates/workingDays.ts';
import type { WorkingCalendar } from '../dates/workingDays.ts';
import { zonedInstant, zonedTime } from '../dates/zonedClock.ts';
import { addDays } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';

export interface Spread {
  /** Milliseconds since 1970: nothing leaves before. */
  readonly fromUtc: number;
  readonly perMinute: number;
  readonly timeZone: string;
  readonly calendar: WorkingCalendar;
  readonly hours: WorkingHours;
}

/** A calendar without a working day in so many has none. */
const LONGEST_CLOSED_DAYS = 400;
const MINUTE_MS = 60_000;

/**
 * When messages leave that are spread over working hours at so many a minute: evenly, from the first moment on that lies
 * within them, and on from the next opening where a day ends before all have left. Half past eight on a day of the
 * practice's own clock is found anew each day, so that a clock put forward or back moves none of them. A calendar that
 * knows no working day holds nothing back.
 */
export function* leaveTimes(spread: Spread): Generator<number, never> {
  const step = MINUTE_MS / spread.perMinute;
  let at = spread.fromUtc;
  let window = openFrom(at, spread);
  for (;;) {
    if (window && at >= window.closesUtc) window = openFrom(at, spread);
    if (window && at < window.opensUtc) at = window.opensUtc;
    yield Math.round(at);
    at += step;
  }
}

interface Open {
  readonly opensUtc: number;
  /** The first moment at which it is closed. */
  readonly closesUtc: number;
}

/** The working hours that an instant lies in, or the next ones. */
function openFrom(at: number, { timeZone, calendar, hours }: Spread): Open | undefined {
  const first = zonedTime(timeZone, at).date;
  for (let days = 0; days < LONGEST_CLOSED_DAYS; days += 1) {
    const date = addDays(first, days);
    const closesUtc = instantOf(timeZone, date, hours.untilMinute);
    if (isWorkingDay(calendar, date) && at < closesUtc)
      return { opensUtc: instantOf(timeZone, date, hours.fromMinute), closesUtc };
  }
  return undefined;
}

const instantOf = (timeZone: string, date: PlainDate, minute: number): number =>
  zonedInstant(timeZone, { date, hour: Math.floor(minute / 60), minute: minute % 60 });
