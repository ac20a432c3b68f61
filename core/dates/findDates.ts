import { addDays, daysBetween, daysInMonth, dayParts, plainDate, weekday } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { DAY_NAMES, monthNumber, weekdayNumber } from './dayNames.ts';
import { MONTHS } from './formatDate.ts';

/** A day that a text speaks of, as written there. */
export interface FoundDate {
  /** All of it, with its weekday: `Thursday 5 March 2026`, `5 March, a Thursday`. */
  readonly words: string;
  /** Where it begins in the text, in UTF-16 units. */
  readonly at: number;
  /** The days that it may mean, the likeliest first; none where there is no such day (`31 April`). */
  readonly days: readonly PlainDate[];
  /** The weekday that stands beside it, 1 Monday … 7 Sunday, with its very words. */
  readonly weekday?: { readonly number: number; readonly words: string };
  /** How it is written: with its month in words, in figures alone, or by its day alone (`Friday the 18th`). */
  readonly shape: 'words' | 'figures' | 'dayOnly';
}

const { monthWords, weekdayWords } = DAY_NAMES;
const englishMonths = MONTHS.map((name) => `${name}|${name.slice(0, 3)}`).join('|');

/** A weekday before its date: `Friday`, `Wednesday next,`, `this Thursday (`, `Freitag, den`. */
const BEFORE = `(?:(?<![\\p{L}])(?<before>${weekdayWords})\\.?(?:\\s(?:next|morning|afternoon|evening|night))?,?\\s(?:(?:the|den|dem|der|de|le|el|op|il)\\s)?\\(?)?`;
/** A weekday behind it: `, a Friday`, ` (Friday)`, `, which is a Friday`. */
const BEHIND = `(?:(?:,\\s(?:a|an|which\\sis\\sa|being\\sa)\\s|\\s\\()(?<behind>${weekdayWords})(?![\\p{L}])\\)?)?`;
const YEAR = `(?:,?\\s(?:(?:de|del)\\s)?(?<year>\\d{4})(?!\\d))?`;

const DAY_FIRST = new RegExp(
  `${BEFORE}(?<![\\p{N}.,:/-])(?<day>\\d{1,2})(?:st|nd|rd|th|er|ers|\\.)?\\s(?:(?:of|de|di)\\s)?(?<month>${monthWords})(?![\\p{L}])\\.?${YEAR}${BEHIND}`,
  'giu',
);
const MONTH_FIRST = new RegExp(
  `${BEFORE}(?<![\\p{L}])(?<month>${englishMonths})\\.?\\s(?<day>\\d{1,2})(?:st|nd|rd|th)?(?![\\p{L}\\p{N}]|[.,:/]\\d)${YEAR}${BEHIND}`,
  'gu',
);
const FIGURES = new RegExp(
  `${BEFORE}(?<![\\p{N}.,:/-])(?<day>\\d{1,2})[./](?<month>\\d{1,2})[./](?<year>\\d{4})(?!\\d)${BEHIND}`,
  'giu',
);
const DAY_ONLY = new RegExp(
  `${BEFORE}(?<![\\p{N}.,:/-])(?<day>\\d{1,2})(?:st|nd|rd|th)(?!\\s(?:of\\s)?(?:${monthWords})(?![\\p{L}]))(?![\\p{L}])${BEHIND}`,
  'giu',
);

/** How many months on a day without its month is looked for. */
const MONTHS_ON = 2;

/**
 * The days that a text names, in reading order: `5 March 2026`, `Thu 5 Mar`, `March 5`, `Thursday the 5th`, `Freitag, den
 * 5. März`, and in figures where a weekday stands beside them. A day without a year is the nearest to `today`; one without
 * its month is the next to come. A day that no month has is found too, as one that may mean none.
 */
export function findDates(text: string, today: PlainDate): readonly FoundDate[] {
  const line = text.replace(/\s/gu, ' ');
  const found = [
    ...matchesOf(line, DAY_FIRST, 'words', today),
    ...matchesOf(line, MONTH_FIRST, 'words', today),
    ...matchesOf(line, FIGURES, 'figures', today),
    ...matchesOf(line, DAY_ONLY, 'dayOnly', today),
  ].sort((a, b) => a.at - b.at || b.words.length - a.words.length);
  let upTo = 0;
  return found.flatMap((one): readonly FoundDate[] => {
    if (one.at < upTo) return [];
    upTo = one.at + one.words.length;
    return [{ ...one, words: text.slice(one.at, upTo) }];
  });
}

const matchesOf = (
  line: string,
  pattern: RegExp,
  shape: FoundDate['shape'],
  today: PlainDate,
): readonly FoundDate[] =>
  [...line.matchAll(pattern)].flatMap((match): readonly FoundDate[] => {
    const { before, behind, day = '', month = '', year } = match.groups ?? {};
    const words = match[0].replace(/[\s.]+$/u, '');
    const named = before ?? behind;
    const number = named === undefined ? undefined : weekdayNumber(named);
    // Figures alone, or a bare `5th`, say too little to be held against anything.
    if (shape !== 'words' && number === undefined) return [];
    const days = daysOf(shape, Number(day), month, year, today);
    if (days === undefined) return [];
    const beside = named === undefined || number === undefined ? {} : { weekday: { number, words: named } };
    return [{ words, at: match.index, days, ...beside, shape }];
  });

/** Undefined where it is no date at all. */
function daysOf(
  shape: FoundDate['shape'],
  day: number,
  monthText: string,
  yearText: string | undefined,
  today: PlainDate,
): readonly PlainDate[] | undefined {
  if (day < 1 || day > 31) return undefined;
  if (shape === 'dayOnly') return nextOfMonth(day, today);
  const year = yearText === undefined ? undefined : Number(yearText);
  if (shape === 'figures') {
    const [dayFirst, monthFirst] = [
      dayIn(year ?? 0, Number(monthText), day),
      dayIn(year ?? 0, day, Number(monthText)),
    ];
    const days = [dayFirst, monthFirst].flatMap((one) => one ?? []);
    return days.length === 0 ? undefined : days;
  }
  const month = monthNumber(monthText);
  if (month === undefined) return undefined;
  return year === undefined ? nearest(month, day, today) : [dayIn(year, month, day) ?? []].flat();
}

const dayIn = (year: number, month: number, day: number): PlainDate | undefined =>
  year >= 1 && month >= 1 && month <= 12 && day >= 1 && day <= daysInMonth(year, month)
    ? plainDate(year, month, day)
    : undefined;

/** The nearest such day; 29 February is the nearest there is. */
function nearest(month: number, day: number, today: PlainDate): readonly PlainDate[] {
  const { year } = dayParts(today);
  const days = Array.from({ length: 9 }, (_, n) => year - 4 + n).flatMap(
    (one) => dayIn(one, month, day) ?? [],
  );
  return days.sort((a, b) => Math.abs(daysBetween(today, a)) - Math.abs(daysBetween(today, b))).slice(0, 1);
}

/** This month's and the next ones' day of that number, the next to come first. */
function nextOfMonth(day: number, today: PlainDate): readonly PlainDate[] {
  const { year, month } = dayParts(today);
  const days = Array.from({ length: MONTHS_ON + 1 }, (_, n) => {
    const on = month - 1 + n;
    return dayIn(year + Math.floor(on / 12), (on % 12) + 1, day) ?? [];
  }).flat();
  return [...days.filter((one) => one >= today), ...days.filter((one) => one < today)].slice(0, MONTHS_ON);
}

/** The first day after `today` (never itself) that is this weekday. */
export function nextWeekday(today: PlainDate, wanted: number): PlainDate {
  const ahead = (wanted - weekday(today) + 7) % 7;
  return addDays(today, ahead === 0 ? 7 : ahead);
}
