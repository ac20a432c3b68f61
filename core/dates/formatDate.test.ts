import { describe, expect, it } from 'vitest';
import { day } from '../tests/fixtures.ts';
import { formatDate } from './formatDate.ts';
import { zonedTime } from './zonedClock.ts';

describe('dates as people write them', () => {
  it.each([
    ['long', '5 March 2026'],
    ['longWeekday', 'Thursday 5 March 2026'],
    ['dayMonth', '5 March'],
    ['weekdayDayMonth', 'Thursday 5 March'],
    ['monthYear', 'March 2026'],
    ['short', '5 Mar 2026'],
    ['iso', '2026-03-05'],
  ] as const)('%s is %s', (format, text) => {
    expect(formatDate(day('2026-03-05'), format)).toBe(text);
    expect(formatDate(day('2026-03-05'), format)).toBe(text);
  });
});

describe('the wall clock of a zone', () => {
  it.each([
    ['Europe/London', '2026-03-29T00:59:00Z', '2026-03-29', 0],
    ['Europe/London', '2026-03-29T01:00:00Z', '2026-03-29', 2],
    ['Europe/Oslo', '2026-11-24T23:30:00Z', '2026-11-25', 0],
    ['America/New_York', '2026-11-24T03:00:00Z', '2026-11-23', 22],
  ])('in %s at %s is %s, hour %i', (zone, instant, date, hour) =>
    expect(zonedTime(zone, Date.parse(instant))).toMatchObject({ date, hour }),
  );
});
