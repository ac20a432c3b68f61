import { afterEach, describe, expect, it } from 'vitest';
import { plainDate } from '../../core/model/plainDate.ts';
import { clock, exactTime, keepTo, listDay, writeDay, writeNumber } from './dates.ts';
import { fileSize } from './en/wording.ts';

const LONDON = 'Europe/London';
const DAY = plainDate(2026, 3, 5);
const TODAY = plainDate(2026, 11, 28);

afterEach(() => {
  keepTo({ timeZone: LONDON, region: 'en-GB' });
});

describe('days, times and figures on the screens', () => {
  // As the Unicode Common Locale Data Repository has them for each region.
  it.each([
    ['en-GB', 'Thursday 5 March 2026', '5 March', 'Thu 5 Mar', '8:30', '1,284.5'],
    ['en-US', 'Thursday, March 5, 2026', 'March 5', 'Thu, Mar 5', '8:30 AM', '1,284.5'],
    ['en-IN', 'Thursday 5 March 2026', '5 March', 'Thu, 5 Mar', '8:30 am', '1,284.5'],
  ])('are written as in %s', (region, long, day, list, time, figure) => {
    keepTo({ timeZone: LONDON, region });
    const plain = (text: string): string =>
      text.replaceAll('\u202f', ' ').replace(/^(\w+day), (?=\d)/, '$1 ');
    expect(plain(writeDay(DAY, 'longWeekday'))).toBe(long);
    expect(plain(writeDay(DAY, 'dayMonth'))).toBe(day);
    expect(plain(listDay(DAY, TODAY))).toBe(list);
    expect(plain(clock(8, 30))).toBe(time);
    expect(writeNumber(1284.5, 1)).toBe(figure);
  });

  it('are those of the practice’s clock', () => {
    keepTo({ timeZone: 'America/New_York', region: 'en-GB' });
    expect(exactTime(Date.UTC(2026, 2, 6, 2, 5))).toBe('Thursday 5 March 2026, 21:05');
  });

  it('stay as they were where a region or a zone is none', () => {
    keepTo({ timeZone: 'Nowhere/At all', region: 'xx-XX' });
    expect(writeDay(DAY, 'long')).toBe('5 March 2026');
  });

  it('have the year where it is another, and sizes their figures', () => {
    expect(listDay(plainDate(2024, 3, 5), TODAY)).toBe('5 Mar 2024');
    expect([fileSize(999), fileSize(410_000), fileSize(2_140_000)]).toEqual([
      '999 bytes',
      '410 kB',
      '2.1 MB',
    ]);
  });
});
