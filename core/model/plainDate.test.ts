import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { day } from '../tests/fixtures.ts';
import {
  addDays,
  addMonths,
  dayNumber,
  daysBetween,
  fromDayNumber,
  parsePlainDate,
  weekday,
} from './plainDate.ts';

describe('plain dates', () => {
  it.each([
    '2026-02-30',
    '2026-13-01',
    '2026-00-10',
    '26-01-01',
    '2026-1-1',
    '2025-02-29',
    ' 2026-01-01',
    '0000-01-01',
  ])('refuses %s, which is no day', (text) => expect(parsePlainDate(text)).toBeUndefined());

  it('counts days exactly as the calendar does, over 9,000 years', () => {
    fc.assert(
      fc.property(fc.integer({ min: -700_000, max: 2_500_000 }), (n) => {
        const date = fromDayNumber(n);
        expect(dayNumber(date)).toBe(n);
        expect(date).toBe(new Date(n * 86_400_000).toISOString().slice(0, 10));
        expect(weekday(date)).toBe(new Date(n * 86_400_000).getUTCDay() || 7);
      }),
      { seed: 20261124 },
    );
  });

  it.each([
    ['2026-01-31', 1, '2026-02-28'],
    ['2024-01-31', 1, '2024-02-29'],
    ['2026-03-31', -1, '2026-02-28'],
    ['2024-02-29', 12, '2025-02-28'],
    ['2026-11-24', 60, '2031-11-24'],
    ['2026-12-15', 1, '2027-01-15'],
  ])('clamps months: %s and %i months is %s', (from, months, to) =>
    expect(addMonths(day(from), months)).toBe(to),
  );

  it('goes back by what it went forward', () => {
    expect(addDays(addDays(day('2026-03-01'), -1), 1)).toBe('2026-03-01');
    expect(daysBetween(day('2026-03-29'), day('2026-03-28'))).toBe(-1);
  });
});
