import { describe, expect, it } from 'vitest';
import { calendar, day } from '../tests/fixtures.ts';
import { oddSendTime } from './oddSendTime.ts';

const HOURS = { fromMinute: 510, untilMinute: 1050 };
const NOW = Date.parse('2026-11-24T09:00:00Z');
const odd = (date: string, hour: number, minute = 0) =>
  oddSendTime({ date: day(date), hour, minute }, 'Europe/London', calendar, HOURS, NOW);

describe('a time chosen for sending', () => {
  it.each([
    ['2026-11-25', 9, 0, undefined],
    ['2026-11-24', 8, 0, 'past'],
    ['2026-11-28', 23, 0, 'closedDay'],
    ['2026-12-25', 10, 0, 'closedDay'],
    ['2026-11-25', 22, 0, 'outsideHours'],
    ['2026-11-25', 8, 29, 'outsideHours'],
    ['2026-11-25', 17, 30, 'outsideHours'],
    // The night the clocks go forward: half past one does not come.
    ['2027-03-28', 1, 30, 'skipped'],
    ['2027-03-28', 2, 30, 'closedDay'],
  ] as const)('%s %i:%i is %s', (date, hour, minute, kind) => {
    expect(odd(date, hour, minute)?.kind).toBe(kind);
  });

  it('that the clock leaves out is told with what comes instead', () => {
    expect(odd('2027-03-28', 1, 30)).toEqual({
      kind: 'skipped',
      instead: { date: '2027-03-28', hour: 2, minute: 30 },
    });
  });
});
