import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, dayNumber, fromDayNumber, parsePlainDate, weekday } from '../model/plainDate.ts';
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
    ['5 October', '2027-10-05'],
    ['Thursday the 5th of March 2026', '2026-03-05'],
    ['5 Sept 2026', '2026-09-05'],
    ['1/1', '2027-01-01'],
    ['1 January', '2027-01-01'],
    ['24 November', '2026-11-24'],
    ['24/11', '2026-11-24'],
    ['29 February', '2028-02-29'],
    ['31/12/99', '1999-12-31'],
    ['3/3/27', '2027-03-03'],
    ['3 March 46', '2046-03-03'],
    ['the 22nd of July', '2027-07-22'],
    ['22nd July', '2027-07-22'],
    ['22 of July 2027', '2027-07-22'],
    ['July 22', '2027-07-22'],
    ['July 22nd, 2027', '2027-07-22'],
    ['March 3', '2027-03-03'],
    ['3-Mar-2027', '2027-03-03'],
    ['3-Mar-27', '2027-03-03'],
    ['3Mar2027', '2027-03-03'],
    ['2027/03/03', '2027-03-03'],
    ['Wed 3 March 2027', '2027-03-03'],
    ['Wednesday, March 3, 2027', '2027-03-03'],
    ['on 3 March', '2027-03-03'],
    ['in two weeks', '2026-12-08'],
    ['two weeks from today', '2026-12-08'],
    ["in two weeks' time", '2026-12-08'],
    ['in a fortnight', '2026-12-08'],
    ['a fortnight', '2026-12-08'],
    ['a week today', '2026-12-01'],
    ['next week', '2026-12-01'],
    ['next month', '2026-12-24'],
    ['end of year', '2026-12-31'],
    ['end of the year', '2026-12-31'],
    ['end of next year', '2027-12-31'],
    ['end of the quarter', '2026-12-31'],
    ['end of next quarter', '2027-03-31'],
    ['end of this month', '2026-11-30'],
    ['weds', '2026-11-25'],
    ['tues', '2026-12-01'],
    ['a week on friday', '2026-12-04'],
    ['the day after tomorrow', '2026-11-26'],
    ['10 business days', '2026-12-08'],
    ['within 24 hours', '2026-11-25'],
    ['in 48 hours', '2026-11-26'],
    ['3 days ago', '2026-11-21'],
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
    '+9999 years',
    '9999 years',
    'Monday 3 March 2027',
    'Funday 3 March 2027',
    'within 36 hours',
    '-3 days ago',
    'in 3 days ago',
    '3/13',
    '0/1',
    '1/0',
    'the 0th of July',
    '32 July',
    '29 February 2027',
    'end of',
    'end of week 12',
    'we',
    '3 Ma 2027',
    'x3 March',
    'constructor',
    '__proto__',
  ])('guesses nothing from “%s”', (words) => {
    expect(read(words)).toBeUndefined();
  });

  it.each([
    ['1/1', '2026-01-01'],
    ['5 October', '2026-10-05'],
    ['24 November', '2026-11-24'],
    ['25 November', '2025-11-25'],
    ['29 February', '2024-02-29'],
    ['3 March 2027', '2027-03-03'],
  ])('looking back, %s is %s', (words, date) => {
    expect(readDate(words, TODAY, calendar, 'back')).toBe(date);
  });

  it('says nothing of any words whatever that it does not understand, and never fails', () => {
    const pieces = fc.constantFrom(
      ...'1 31 99 2027 9999 the of in + - / . , a two next last end week month year friday mar march hours th ago'.split(
        ' ',
      ),
    );
    fc.assert(
      fc.property(fc.array(pieces, { maxLength: 7 }), fc.constantFrom(' ', ''), (words, between) => {
        const date = read(words.join(between));
        expect(date === undefined || parsePlainDate(date) === date).toBe(true);
      }),
      { seed: 13, numRuns: 2000 },
    );
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
      findDates(text, TODAY).map(({ words, days, weekday: named }) => [words, days[0], named?.number]),
    ).toEqual([
      ['Thu 5 Mar 2026', '2026-03-05', 4],
      ['Friday, 4 December', '2026-12-04', 5],
      ['31 June 2026', undefined, undefined],
    ]);
    for (const { words, at } of findDates(text, TODAY)) expect(text.slice(at, at + words.length)).toBe(words);
  });

  it('without a year are the nearest', () => {
    for (const [today, expected] of [
      ['2026-12-30', '2027-01-02'],
      ['2027-01-30', '2027-01-02'],
    ] as const)
      expect(findDates('2 January', day(today))[0]?.days).toEqual([expected]);
    expect(findDates('29 February', TODAY)[0]?.days).toEqual(['2028-02-29']);
  });

  it.each([
    ['We meet on Thursday, November 26.', 'Thursday, November 26', ['2026-11-26'], 4],
    ['26 November, a Friday, suits.', '26 November, a Friday', ['2026-11-26'], 5],
    ['on 10 December (Friday) the', '10 December (Friday)', ['2026-12-10'], 5],
    ['Freitag, den 27. November 2026', 'Freitag, den 27. November 2026', ['2026-11-27'], 5],
    ['le vendredi 27 novembre 2026', 'vendredi 27 novembre 2026', ['2026-11-27'], 5],
    ['El lunes 1 de febrero de 2027', 'lunes 1 de febrero de 2027', ['2027-02-01'], 1],
    ['torsdag 26. november', 'torsdag 26. november', ['2026-11-26'], 4],
    ['Friday the 18th', 'Friday the 18th', ['2026-12-18', '2027-01-18'], 5],
    ['Friday, 3.12.2026', 'Friday, 3.12.2026', ['2026-12-03', '2026-03-12'], 5],
  ])('in “%s” it is “%s”', (text, words, days, number) => {
    expect(findDates(text, day('2026-11-24'))).toMatchObject([{ words, days, weekday: { number } }]);
  });

  it('are none where figures say something else', () => {
    for (const text of [
      'may 12 boats',
      'Version 1.2.2026',
      'the 5th bolt',
      '3/12/2026',
      'May 12.5 m',
      '45 March',
    ])
      expect(findDates(text, TODAY), text).toEqual([]);
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
