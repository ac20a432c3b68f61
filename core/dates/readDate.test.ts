import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, dayNumber, fromDayNumber, weekday } from '../model/plainDate.ts';
import { calendar, day } from '../tests/fixtures.ts';
import { findDates, nextWeekday } from './findDates.ts';
import { formatDate } from './formatDate.ts';
import { readDate } from './readDate.ts';

/** A Tuesday. */
const TODAY = day('2026-11-24');
const read = (words: string) => readDate(words, TODAY, calendar);

describe('a day as people say it', () => {
  it.each([
    ['today', '2026-11-24'],
    ['Tomorrow', '2026-11-25'],
    ['yesterday', '2026-11-23'],
    ['friday', '2026-11-27'],
    ['next Friday', '2026-11-27'],
    ['fri', '2026-11-27'],
    ['friday week', '2026-12-04'],
    ['tuesday', '2026-12-01'],
    ['+10 working days', '2026-12-08'],
    ['in 2 weeks', '2026-12-08'],
    ['3 months', '2027-02-24'],
    ['1y', '2027-11-24'],
    ['-3 days', '2026-11-21'],
    ['+1 wd', '2026-11-25'],
    ['end of month', '2026-11-30'],
    ['end of next month', '2026-12-31'],
    ['2026-12-24', '2026-12-24'],
    ['24.12.2026', '2026-12-24'],
    ['24/12', '2026-12-24'],
    ['5 March', '2027-03-05'],
    ['5 October', '2026-10-05'],
    ['Thursday the 5th of March 2026', '2026-03-05'],
    ['5 Sept 2026', '2026-09-05'],
  ])('%s is %s', (words, date) => {
    expect(read(words)).toBe(date);
  });

  it.each([
    '',
    'soon',
    'mayday',
    '31 April',
    '30.2.2026',
    'the 5th',
    '5',
    'x'.repeat(100),
    '12 March and 13 March',
  ])('guesses nothing from “%s”', (words) => {
    expect(read(words)).toBeUndefined();
  });

  it('reads back every day that it writes', () => {
    const days = fc.integer({ min: dayNumber(day('1900-01-01')), max: dayNumber(day('2200-01-01')) });
    fc.assert(
      fc.property(days, fc.constantFrom('long', 'longWeekday', 'short', 'iso'), (number, format) => {
        const date = fromDayNumber(number);
        expect(read(formatDate(date, format as 'long'))).toBe(date);
      }),
      { seed: 11 },
    );
  });
});

describe('days that a text names', () => {
  it('are found with their weekday, each where it stands', () => {
    const text =
      'On Thu 5 Mar 2026 we came; by Friday, 4 December she is done. Not 5/3/26, nor 31 June 2026.';
    expect(
      findDates(text, TODAY).map(({ words, date, weekday: named, hasYear }) => [
        words,
        date,
        named?.number,
        hasYear,
      ]),
    ).toEqual([
      ['Thu 5 Mar 2026', '2026-03-05', 4, true],
      ['Friday, 4 December', '2026-12-04', 5, false],
    ]);
    for (const { words, at } of findDates(text, TODAY)) expect(text.slice(at, at + words.length)).toBe(words);
  });

  it('without a year are the nearest', () => {
    for (const [today, expected] of [
      ['2026-12-30', '2027-01-02'],
      ['2027-01-30', '2027-01-02'],
    ] as const)
      expect(findDates('2 January', day(today))[0]?.date).toBe(expected);
    expect(findDates('29 February', TODAY)).toEqual([]);
  });

  it('the next of a weekday comes within a week, and never is the day itself', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4000 }), fc.integer({ min: 1, max: 7 }), (ahead, wanted) => {
        const from = addDays(TODAY, ahead);
        const next = nextWeekday(from, wanted);
        expect([
          weekday(next),
          dayNumber(next) - dayNumber(from) > 0,
          dayNumber(next) - dayNumber(from) <= 7,
        ]).toEqual([wanted, true, true]);
      }),
      { seed: 12 },
    );
  });
});
