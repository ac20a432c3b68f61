import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import type { WorkingCalendar } from './workingDays.ts';
import { isWorkingDay } from './workingDays.ts';
import { workingMinutes } from './workingMinutes.ts';
import type { ZonedTime } from './zonedClock.ts';

const HOURS = { fromMinute: 9 * 60, untilMinute: 17 * 60 };
// Friday 25 December is a holiday.
const CALENDAR = {
  weekdays: new Set([1, 2, 3, 4, 5]),
  holidays: new Set(['2026-12-25']),
} as unknown as WorkingCalendar;

const at = (date: string, hour: number, minute = 0): ZonedTime => ({ date: date as PlainDate, hour, minute });

describe('working minutes', () => {
  it.each([
    ['within a morning', at('2026-12-01', 9, 30), at('2026-12-01', 11), 90],
    ['over a night', at('2026-12-01', 16), at('2026-12-02', 10), 120],
    ['from a night to a morning', at('2026-12-01', 22), at('2026-12-02', 9, 30), 30],
    ['over a weekend', at('2026-12-04', 16, 30), at('2026-12-07', 9, 15), 45],
    ['over a holiday', at('2026-12-24', 16), at('2026-12-28', 10), 120],
    ['within a Sunday', at('2026-12-06', 10), at('2026-12-06', 12), 0],
    ['backwards', at('2026-12-02', 10), at('2026-12-01', 10), 0],
    ['a week', at('2026-12-01', 9), at('2026-12-08', 9), 5 * 480],
  ])('%s', (_, from, until, minutes) => {
    expect(workingMinutes(CALENDAR, HOURS, from, until)).toBe(minutes);
  });

  it('are those of a walk from minute to minute', () => {
    const moment = fc.record({
      day: fc.integer({ min: 0, max: 16 }),
      hour: fc.integer({ min: 0, max: 23 }),
      minute: fc.integer({ min: 0, max: 59 }),
    });
    fc.assert(
      fc.property(moment, moment, (a, b) => {
        const start = '2026-12-18' as PlainDate;
        const minuteOf = (one: typeof a) => (one.day * 24 + one.hour) * 60 + one.minute;
        let walked = 0;
        for (let n = minuteOf(a); n < minuteOf(b); n += 1) {
          const ofDay = n % 1_440;
          const day = addDays(start, Math.floor(n / 1_440));
          if (isWorkingDay(CALENDAR, day) && ofDay >= HOURS.fromMinute && ofDay < HOURS.untilMinute)
            walked += 1;
        }
        const time = (one: typeof a) => at(addDays(start, one.day), one.hour, one.minute);
        expect(workingMinutes(CALENDAR, HOURS, time(a), time(b))).toBe(walked);
      }),
      { seed: 16, numRuns: 60 },
    );
  });
});
