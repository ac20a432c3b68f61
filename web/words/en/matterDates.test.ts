import { describe, expect, it } from 'vitest';
import { leftWords, nearness } from './matterDates.ts';

const keyDate = (date: string, workingDaysLeft: number) => ({ label: 'Report due', date, workingDaysLeft });
const today = '2026-11-24';

describe('key dates', () => {
  it.each([
    ['2026-11-23', -1, 'past', ''],
    ['2026-11-24', 0, 'near', 'today'],
    ['2026-11-25', 1, 'near', 'in 1 working day'],
    ['2026-12-01', 5, 'near', 'in 5 working days'],
    ['2026-12-02', 6, 'far', ''],
  ] as const)('%s is %i working days off: %s “%s”', (date, days, state, words) => {
    expect([nearness(keyDate(date, days), today), leftWords(keyDate(date, days), today)]).toEqual([
      state,
      words,
    ]);
  });
});
