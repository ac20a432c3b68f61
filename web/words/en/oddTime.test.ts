import { describe, expect, it } from 'vitest';
import { oddTimeWords } from './oddTime.ts';

const hours = {
  timeZone: 'Europe/London',
  weekdays: [1, 2, 3, 4, 5],
  holidays: ['2026-12-25'],
  fromMinute: 510,
  untilMinute: 1050,
};
const words = (date: string, hour: number, minute = 0) =>
  oddTimeWords({ date, hour, minute }, hours, Date.parse('2026-11-24T09:00:00Z'));

describe('words about a time for sending', () => {
  it('say what is odd about it, and nothing where nothing is', () => {
    expect(words('2026-11-25', 9)).toBeUndefined();
    expect(words('2026-11-28', 9)).toBe('Saturday 28 November 2026 is not a working day.');
    expect(words('2026-12-25', 9)).toContain('is not a working day');
    expect(words('2026-11-25', 23, 5)).toBe('23:05 is outside your working hours.');
    expect(words('2026-11-20', 9)).toBe('This time has passed.');
    expect(words('2027-03-28', 1, 30)).toBe('The clocks go forward that night: it will be sent at 2:30.');
  });
});
