import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, fromDayNumber } from '../model/plainDate.ts';
import { calendar, day } from '../tests/fixtures.ts';
import {
  addWorkingDays,
  isWorkingDay,
  rollToWorkingDay,
  shiftDate,
  workingDaysBetween,
} from './workingDays.ts';

describe('working days', () => {
  it.each([
    ['2026-11-24', 10, '2026-12-08'],
    ['2026-12-24', 1, '2026-12-29'],
    ['2026-12-29', -1, '2026-12-24'],
    ['2026-11-28', 1, '2026-11-30'],
    ['2026-11-28', 0, '2026-11-28'],
  ])('%s and %i working days is %s', (from, n, to) =>
    expect(addWorkingDays(calendar, day(from), n)).toBe(to),
  );

  it('counts what it adds, from any day', () => {
    const dates = fc.integer({ min: 20_000, max: 22_000 }).map(fromDayNumber);
    fc.assert(
      fc.property(dates, fc.integer({ min: 1, max: 300 }), (date, n) => {
        const reached = addWorkingDays(calendar, date, n);
        expect(isWorkingDay(calendar, reached)).toBe(true);
        expect(workingDaysBetween(calendar, date, reached)).toBe(n);
        expect(workingDaysBetween(calendar, reached, date)).toBe(-n);
      }),
      { seed: 31 },
    );
  });

  it('rolls a month end over a weekend to the working day asked for', () => {
    const shift = { amount: 1, unit: 'months' } as const;
    expect(shiftDate(calendar, day('2027-01-31'), { ...shift, roll: 'next' })).toBe('2027-03-01');
    expect(shiftDate(calendar, day('2027-01-31'), { ...shift, roll: 'previous' })).toBe('2027-02-26');
    expect(shiftDate(calendar, day('2024-02-29'), { amount: 1, unit: 'years' })).toBe('2025-02-28');
    expect(shiftDate(calendar, day('2026-11-24'), { amount: -2, unit: 'weeks' })).toBe('2026-11-10');
  });

  it('refuses a calendar that never works, instead of searching for ever', () => {
    const never = { weekdays: new Set<number>(), holidays: new Set([addDays(day('2026-01-01'), 1)]) };
    expect(() => rollToWorkingDay(never, day('2026-01-01'), 'next')).toThrow(RangeError);
  });
});
