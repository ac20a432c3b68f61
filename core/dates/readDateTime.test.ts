import { describe, expect, it } from 'vitest';
import { calendar, day } from '../tests/fixtures.ts';
import { readDateTime, readTime } from './readDateTime.ts';

/** A Friday afternoon. */
const NOW = { date: day('2026-11-27'), hour: 15, minute: 40 };

describe('a day with its time as people say it', () => {
  it.each([
    ['within 24 hours', '2026-11-28', '15:40'],
    ['in 24 hours', '2026-11-28', '15:40'],
    ['within 48 hours', '2026-11-29', '15:40'],
    ['in an hour', '2026-11-27', '16:40'],
    ['in half an hour', '2026-11-27', '16:10'],
    ['in 90 minutes', '2026-11-27', '17:10'],
    ['in 9 hours', '2026-11-28', '00:40'],
    ['tomorrow at 9:30', '2026-11-28', '09:30'],
    ['tomorrow 9am', '2026-11-28', '09:00'],
    ['Friday at 4 pm', '2026-12-04', '16:00'],
    ['next monday 12 am', '2026-11-30', '00:00'],
    ['5 March, noon', '2027-03-05', '12:00'],
    ['5 March 2027 14.05', '2027-03-05', '14:05'],
    ['4 pm on Monday', '2026-11-30', '16:00'],
    ['noon tomorrow', '2026-11-28', '12:00'],
    ['2026-03-05 09:30', '2026-03-05', '09:30'],
    ['17:00', '2026-11-27', '17:00'],
    ['9:00', '2026-11-28', '09:00'],
    ['tomorrow', '2026-11-28', undefined],
    ['5 March', '2027-03-05', undefined],
  ])('“%s” is %s %s', (words, date, time) => {
    expect(readDateTime(words, NOW, calendar)).toEqual({ date, time });
  });

  it.each([
    '',
    '9',
    'soon',
    'tomorrow at 25:00',
    'tomorrow 13 pm',
    'Monday 9:75',
    'in 24',
    'at noon or so',
    '31 April 9:00',
  ])('“%s” is asked again', (words) => {
    expect(readDateTime(words, NOW, calendar)).toBeUndefined();
  });
});

describe('a time of day alone', () => {
  it.each([
    ['14:30', '14:30'],
    ['9.15', '09:15'],
    ['at 9', '09:00'],
    ['2 pm', '14:00'],
    ['12 am', '00:00'],
    ['noon', '12:00'],
    ['25:00', undefined],
    ['9:60', undefined],
    ['tomorrow at 9:30', undefined],
    ['soon', undefined],
    ['', undefined],
  ])('“%s” is %s', (words, time) => {
    expect(readTime(words)).toBe(time);
  });
});
