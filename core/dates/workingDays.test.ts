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
        const reached = addWorkingDays(calendar, date, n) ?? date;
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

  it('finds no day in a calendar that never works, instead of searching for ever', () => {
    const never = { weekdays: new Set<number>(), holidays: new Set([addDays(day('2026-01-01'), 1)]) };
    expect(rollToWorkingDay(never, day('2026-01-01'), 'next')).toBeUndefined();
    expect(addWorkingDays(never, day('2026-01-01'), 3)).toBeUndefined();
  });

  it.each([
    ['the end of that month', { amount: 0, unit: 'days', end: 'month' }, '2026-11-30'],
    ['the end of the 6th month after', { amount: 6, unit: 'months', end: 'month' }, '2027-05-31'],
    ['the end of that quarter', { amount: 0, unit: 'days', end: 'quarter' }, '2026-12-31'],
    ['the end of the next year', { amount: 1, unit: 'years', end: 'year' }, '2027-12-31'],
    ['the next Friday', { amount: 0, unit: 'days', weekday: 5 }, '2026-11-27'],
    ['the next of its own weekday', { amount: 0, unit: 'days', weekday: 2 }, '2026-12-01'],
    ['the first Monday after the month', { amount: 0, unit: 'days', end: 'month', weekday: 1 }, '2026-12-07'],
    ['a month end that is rolled', { amount: 1, unit: 'months', end: 'month', roll: 'next' }, '2026-12-31'],
    ['a Sunday that is rolled', { amount: 0, unit: 'days', weekday: 7, roll: 'previous' }, '2026-11-27'],
  ] as const)('goes on to %s', (_what, shift, reached) =>
    expect(shiftDate(calendar, day('2026-11-24'), shift)).toBe(reached),
  );

  it.each([
    [{ amount: 5, unit: 'years' }, '9998-01-01'],
    [{ amount: 20_000, unit: 'years' }, '2026-01-01'],
    [{ amount: 1, unit: 'days' }, '9999-12-31'],
    [{ amount: -1, unit: 'days' }, '0001-01-01'],
    [{ amount: 0, unit: 'days', weekday: 3 }, '9999-12-31'],
    [{ amount: 2, unit: 'workingDays', roll: 'next' }, '9999-12-31'],
    [{ amount: 1, unit: 'days', countsDay: true, roll: 'next' }, '9999-12-31'],
  ] as const)('leads nowhere beyond the days there are: %j from %s', (shift, from) => {
    const reached = shiftDate(calendar, day(from), shift);
    // Counted from and with itself, the last day is reached; it is worked.
    expect(reached).toBe('countsDay' in shift ? from : undefined);
  });

  it('counts over centuries as it does day by day, and at once', () => {
    const dates = fc.integer({ min: 20_000, max: 21_500 }).map(fromDayNumber);
    fc.assert(
      fc.property(dates, fc.integer({ min: 0, max: 90 }), (from, span) => {
        const to = addDays(from, span);
        const slowly = Array.from({ length: span }, (_, n) => addDays(from, n + 1)).filter((one) =>
          isWorkingDay(calendar, one),
        ).length;
        expect(workingDaysBetween(calendar, from, to)).toBe(slowly);
      }),
      { seed: 32 },
    );
    expect(workingDaysBetween(calendar, day('0001-01-01'), day('9999-12-31'))).toBeGreaterThan(2_000_000);
  });
});
