import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isWorkingDay } from '../dates/workingDays.ts';
import { zonedInstant, zonedTime } from '../dates/zonedClock.ts';
import { calendar, day } from '../tests/fixtures.ts';
import { leaveTimes } from './leaveTimes.ts';

const ZONE = 'Europe/London';
const hours = { fromMinute: 8 * 60 + 30, untilMinute: 17 * 60 + 30 };
const at = (date: string, hour: number, minute = 0): number =>
  zonedInstant(ZONE, { date: day(date), hour, minute });

const first = (count: number, fromUtc: number, perMinute: number): readonly string[] => {
  const times = leaveTimes({ fromUtc, perMinute, timeZone: ZONE, calendar, hours });
  return Array.from({ length: count }, () => {
    const { date, hour, minute } = zonedTime(ZONE, times.next().value);
    return `${date} ${hour}:${String(minute).padStart(2, '0')}`;
  });
};

describe('leaveTimes', () => {
  it('spreads evenly from a moment within working hours', () => {
    expect(first(3, at('2026-12-01', 10), 0.5)).toEqual([
      '2026-12-01 10:00',
      '2026-12-01 10:02',
      '2026-12-01 10:04',
    ]);
  });

  it('begins at the next opening where the practice is closed, and goes on over a weekend and holidays', () => {
    expect(first(1, at('2026-12-01', 19), 20)).toEqual(['2026-12-02 8:30']);
    // Thursday 24 December, a minute before closing; Friday and Monday are holidays.
    expect(first(3, at('2026-12-24', 17, 29), 1)).toEqual([
      '2026-12-24 17:29',
      '2026-12-29 8:30',
      '2026-12-29 8:31',
    ]);
  });

  it('opens at half past eight on the practice’s own clock after it was put forward', () => {
    expect(first(1, at('2027-03-26', 18), 1)).toEqual(['2027-03-29 8:30']);
  });

  it('holds nothing back where no day is a working day', () => {
    const never = { weekdays: new Set<number>(), holidays: new Set<never>() };
    const fromUtc = at('2026-12-01', 3);
    const times = leaveTimes({ fromUtc, perMinute: 60, timeZone: ZONE, calendar: never, hours });
    expect([times.next().value, times.next().value]).toEqual([fromUtc, fromUtc + 1000]);
  });

  it('never leaves outside working hours, never sooner than asked, and never out of order', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: at('2026-12-20', 0), max: at('2027-11-20', 0) }),
        fc.constantFrom(0.05, 0.5, 7),
        (fromUtc, perMinute) => {
          const times = leaveTimes({ fromUtc, perMinute, timeZone: ZONE, calendar, hours });
          let before = fromUtc;
          for (let n = 0; n < 40; n += 1) {
            const time = times.next().value;
            const { date, hour, minute } = zonedTime(ZONE, time);
            expect(time).toBeGreaterThanOrEqual(before);
            expect(isWorkingDay(calendar, date)).toBe(true);
            expect(hour * 60 + minute).toBeGreaterThanOrEqual(hours.fromMinute);
            expect(hour * 60 + minute).toBeLessThan(hours.untilMinute);
            before = time;
          }
        },
      ),
      { seed: 15, numRuns: 60 },
    );
  });
});
