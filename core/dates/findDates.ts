import { addDays, daysBetween, daysInMonth, dayParts, plainDate, weekday } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { MONTHS, WEEKDAYS } from './formatDate.ts';

/** A day that a text speaks of, as written there. */
export interface FoundDate {
  /** All of it, with its weekday: `Thursday 5 March 2026`. */
  readonly words: string;
  /** Where it begins in the text. */
  readonly at: number;
  readonly date: PlainDate;
  /** The weekday that stands before it, 1 Monday … 7 Sunday, with its very words. */
  readonly weekday?: { readonly number: number; readonly words: string };
  /** False where no year was written, and the nearest is meant. */
  readonly hasYear: boolean;
}

const alternatives = (names: readonly string[]): string =>
  names.map((name) => `${name}|${name.slice(0, 3)}`).join('|');
const WEEKDAY = `(?:(${alternatives(WEEKDAYS)}|Tues|Thurs)\\.?,?\\s+(?:the\\s+)?)?`;
const MONTH = `(${alternatives(MONTHS)}|Sept)`;
const DATE = new RegExp(
  `\\b${WEEKDAY}(\\d{1,2})(?:st|nd|rd|th)?\\s+(?:of\\s+)?${MONTH}\\b\\.?(?:,?\\s+(\\d{4})\\b)?`,
  'giu',
);

const numberOf = (names: readonly string[], word: string): number =>
  names.findIndex((name) => name.toLowerCase().startsWith(word.toLowerCase().slice(0, 3))) + 1;

/**
 * The days a text names in words, `5 March 2026`, `Thu 5 Mar`, `Thursday the 5th of March`, in reading order. Figures
 * alone (`5/3/26`) are left be, since they are read in two ways. A day without a year is the nearest to `today`.
 */
export function findDates(text: string, today: PlainDate): readonly FoundDate[] {
  return [...text.matchAll(DATE)].flatMap((match): readonly FoundDate[] => {
    const [words, weekdayWords, dayText = '', monthText = '', yearText] = match;
    const [month, day] = [numberOf(MONTHS, monthText), Number(dayText)];
    const date = yearText === undefined ? nearest(month, day, today) : dayIn(Number(yearText), month, day);
    if (!date) return [];
    const named =
      weekdayWords === undefined
        ? {}
        : { weekday: { number: numberOf(WEEKDAYS, weekdayWords), words: weekdayWords } };
    return [{ words: words.trimEnd(), at: match.index, date, ...named, hasYear: yearText !== undefined }];
  });
}

const dayIn = (year: number, month: number, day: number): PlainDate | undefined =>
  year >= 1 && day >= 1 && day <= daysInMonth(year, month) ? plainDate(year, month, day) : undefined;

function nearest(month: number, day: number, today: PlainDate): PlainDate | undefined {
  const { year } = dayParts(today);
  const days = [year - 1, year, year + 1].flatMap((one) => dayIn(one, month, day) ?? []);
  return days.sort((a, b) => Math.abs(daysBetween(today, a)) - Math.abs(daysBetween(today, b)))[0];
}

/** The first day after `today` (never itself) that is this weekday. */
export function nextWeekday(today: PlainDate, wanted: number): PlainDate {
  const ahead = (wanted - weekday(today) + 7) % 7;
  return addDays(today, ahead === 0 ? 7 : ahead);
}
