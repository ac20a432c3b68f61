import type { DateShift } from '../model/calculatedForm.ts';
import {
  addDays,
  addMonths,
  daysInMonth,
  dayParts,
  parsePlainDate,
  plainDate,
  weekday,
} from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { nextWeekday } from './findDates.ts';
import { MONTHS, WEEKDAYS } from './formatDate.ts';
import { lastDayOf, shiftDate } from './workingDays.ts';
import type { WorkingCalendar } from './workingDays.ts';

/** Longest answer read as a day: longer ones are sentences. */
const MAX_WORDS = 60;

/** Which year a day without one is in: the next to come, or the last that was. The day itself counts as both. */
export type Looking = 'ahead' | 'back';

interface Seen {
  readonly today: PlainDate;
  readonly calendar: WorkingCalendar;
  readonly looking: Looking;
}

/**
 * Reads a day as people say it, seen from `today`: `next friday`, `a week today`, `+10 working days`, `in two weeks`,
 * `the 5th of March`, `March 5`, `5.3.`, `5-Mar-2027`, `end of year`, `within 48 hours`, `2026-03-05`. Undefined where it is
 * none, where the weekday it names is another, or where part of it is not understood; nothing is guessed.
 */
export function readDate(
  words: string,
  today: PlainDate,
  calendar: WorkingCalendar,
  looking: Looking = 'ahead',
): PlainDate | undefined {
  const text = asSaid(words);
  if (text === '' || words.length > MAX_WORDS) return undefined;
  const seen = { today, calendar, looking };
  for (const read of READERS) {
    const date = read(text, seen);
    if (date) return date;
  }
  return undefined;
}

/** Words as they are read: in small letters, one space between, no stop at their end. */
export const asSaid = (words: string): string =>
  words
    .trim()
    .toLowerCase()
    .replace(/[\s\u00A0\u202F]+/g, ' ')
    .replace(/ ?[.!]$/, '');

type Reader = (text: string, seen: Seen) => PlainDate | undefined;

const NAMED: Readonly<Record<string, number>> = {
  today: 0,
  tomorrow: 1,
  yesterday: -1,
  'the day after tomorrow': 2,
  'day after tomorrow': 2,
  'the day before yesterday': -2,
  'day before yesterday': -2,
  'a week today': 7,
  'today week': 7,
  'a week tomorrow': 8,
  'tomorrow week': 8,
  'a fortnight today': 14,
  'next week': 7,
  'last week': -7,
};

const named: Reader = (text, { today }) => {
  const days = Object.hasOwn(NAMED, text) ? NAMED[text] : undefined;
  return days === undefined ? undefined : addDays(today, days);
};

const NEXT_PERIODS: Readonly<Record<string, number>> = {
  'next month': 1,
  'next year': 12,
  'last month': -1,
  'last year': -12,
};
const nextPeriod: Reader = (text, { today }) => {
  const months = Object.hasOwn(NEXT_PERIODS, text) ? NEXT_PERIODS[text] : undefined;
  return months === undefined ? undefined : addMonths(today, months);
};

const END = /^(?:the |at the |by the )?end of (the |this |next |that )?(month|quarter|year)$/;
const MONTHS_IN = { month: 1, quarter: 3, year: 12 } as const;

const endOfPeriod: Reader = (text, { today }) => {
  const match = END.exec(text);
  const months = MONTHS_IN[(match?.[2] ?? '') as keyof typeof MONTHS_IN] as number | undefined;
  if (!match || months === undefined) return undefined;
  return lastDayOf(match[1] === 'next ' ? addMonths(firstDayOf(today, months), months) : today, months);
};

const firstDayOf = (date: PlainDate, months: number): PlainDate => {
  const { year, month } = dayParts(date);
  return plainDate(year, month - ((month - 1) % months), 1);
};

/** Monday, Mon, Tues, Weds: three letters or more of the name, and `weds`. */
function weekdayOf(word: string): number | undefined {
  const name = word.replace(/\.$/, '');
  if (name === 'weds') return 3;
  const at = name.length < 3 ? -1 : WEEKDAYS.findIndex((day) => day.toLowerCase().startsWith(name));
  return at < 0 ? undefined : at + 1;
}

const WEEKDAY = /^(?:on |by |next |this |coming |this coming )?([a-z]{3,9}\.?)( week| fortnight)?$/;
const WEEK_ON = /^(?:a )?(week|fortnight) on ([a-z]{3,9})$/;

/** `friday`, `next friday`, `on friday`: the first one to come. `friday week` and `a week on friday` are a week after that. */
const weekdayToCome: Reader = (text, { today }) => {
  const on = WEEK_ON.exec(text);
  const match = WEEKDAY.exec(text);
  const number = weekdayOf(on?.[2] ?? match?.[1] ?? '');
  if (number === undefined) return undefined;
  const later = (on?.[1] ?? match?.[2] ?? '').trim();
  return addDays(nextWeekday(today, number), later === 'week' ? 7 : later === 'fortnight' ? 14 : 0);
};

const COUNTS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  ...Object.fromEntries(
    'one two three four five six seven eight nine ten eleven twelve'
      .split(' ')
      .map((word, n) => [word, n + 1]),
  ),
};
const UNIT = 'working days?|business days?|wd|days?|d|weeks?|w|fortnights?|months?|m|years?|y|hours?|h';
const SHIFT = new RegExp(
  `^(in |within |\\+ ?|- ?)?(\\d{1,4}|${Object.keys(COUNTS).join('|')}) ?(${UNIT})('s|'| time|'s time|' time)?( from now| from today| later| ago)?$`,
);
const HOURS_A_DAY = 24;

/** So far from today: `in two weeks`, `+10 wd`, `3 months ago`, `within 48 hours` where those make whole days. */
const shifted: Reader = (text, { today, calendar }) => {
  const match = SHIFT.exec(text.replace(/\u2019/g, "'"));
  if (!match) return undefined;
  const [, sign = '', count = '', unit = '', , tail = ''] = match;
  const many = COUNTS[count] ?? Number(count);
  // One way of saying which way it goes: `-3 days ago` and `in 3 days ago` say two.
  if (tail === ' ago' && sign !== '') return undefined;
  const back = sign.startsWith('-') || tail === ' ago';
  const shift = shiftFor(unit, back ? -many : many);
  return shift && shiftDate(calendar, today, shift);
};

function shiftFor(unit: string, amount: number): DateShift | undefined {
  if (/^(?:working|business|wd)/.test(unit)) return { amount, unit: 'workingDays' };
  if (unit.startsWith('h'))
    return amount % HOURS_A_DAY === 0 ? { amount: amount / HOURS_A_DAY, unit: 'days' } : undefined;
  if (unit.startsWith('d')) return { amount, unit: 'days' };
  if (unit.startsWith('w')) return { amount, unit: 'weeks' };
  if (unit.startsWith('f')) return { amount: amount * 2, unit: 'weeks' };
  return { amount, unit: unit.startsWith('m') ? 'months' : 'years' };
}

interface Written {
  readonly day: number;
  readonly month: number;
  readonly year: string | undefined;
  readonly weekday?: string | undefined;
}

/** Day before month, as everything else here is written; the year first where it has four figures. */
const FIGURES = /^(\d{1,2})([./-])(\d{1,2})(?:\2(\d{4}|\d{2})?)?$/;
const YEAR_FIRST = /^(\d{4})([./-])(\d{1,2})\2(\d{1,2})$/;
const MONTH_NAME = '([a-z]{3,9})\\.?';
const BEFORE = '(?:(?:on )?((?:mon|tue|wed|thu|fri|sat|sun)[a-z]*)\\.?,? (?:the )?|on )?';
const DAY_FIRST = new RegExp(
  `^${BEFORE}(?:the )?(\\d{1,2})(?:st|nd|rd|th)?(?: of |[ -])?${MONTH_NAME}(?:,? |-)?(?:'?(\\d{4}|\\d{2}))?$`,
);
const MONTH_FIRST = new RegExp(
  `^${BEFORE}${MONTH_NAME}[ -](?:the )?(\\d{1,2})(?:st|nd|rd|th)?(?:,? |-)?(?:(\\d{4}))?$`,
);

const written = (text: string): Written | undefined => {
  const yearFirst = YEAR_FIRST.exec(text);
  if (yearFirst) return { day: Number(yearFirst[4]), month: Number(yearFirst[3]), year: yearFirst[1] };
  const figures = FIGURES.exec(text);
  if (figures) return { day: Number(figures[1]), month: Number(figures[3]), year: figures[4] };
  const dayFirst = DAY_FIRST.exec(text);
  if (dayFirst)
    return { day: Number(dayFirst[2]), month: monthOf(dayFirst[3]), year: dayFirst[4], weekday: dayFirst[1] };
  const monthFirst = MONTH_FIRST.exec(text);
  return monthFirst
    ? {
        day: Number(monthFirst[3]),
        month: monthOf(monthFirst[2]),
        year: monthFirst[4],
        weekday: monthFirst[1],
      }
    : undefined;
};

/** 1–12 by three letters or more of its name, and `sept`; 0 for no month. */
const monthOf = (word = ''): number =>
  word === 'sept' ? 9 : MONTHS.findIndex((name) => name.toLowerCase().startsWith(word)) + 1;

const wholeDate: Reader = (text, seen) => {
  const found = written(text);
  if (!found) return undefined;
  const { day, month, year } = found;
  const date = year === undefined ? withoutYear(day, month, seen) : dayIn(yearOf(year, seen), month, day);
  const named = found.weekday === undefined ? undefined : weekdayOf(found.weekday);
  const agrees = found.weekday === undefined || (date !== undefined && weekday(date) === named);
  return agrees ? date : undefined;
};

/** A year of two figures lies within eighty years back and twenty ahead. */
const YEARS_AHEAD = 20;

function yearOf(text: string, { today }: Seen): number {
  if (text.length === 4) return Number(text);
  const { year } = dayParts(today);
  const century = year - (year % 100) + Number(text);
  if (century > year + YEARS_AHEAD) return century - 100;
  return century <= year + YEARS_AHEAD - 100 ? century + 100 : century;
}

const dayIn = (year: number, month: number, day: number): PlainDate | undefined =>
  year >= 1 && month >= 1 && month <= 12 && day >= 1 && day <= daysInMonth(year, month)
    ? plainDate(year, month, day)
    : undefined;

/** 29 February comes once in eight years at the longest. */
const MOST_YEARS = 8;

function withoutYear(day: number, month: number, { today, looking }: Seen): PlainDate | undefined {
  const { year } = dayParts(today);
  const step = looking === 'ahead' ? 1 : -1;
  for (let n = 0; n <= MOST_YEARS; n += 1) {
    const date = dayIn(year + n * step, month, day);
    if (date && (looking === 'ahead' ? date >= today : date <= today)) return date;
  }
  return undefined;
}

const isoDate: Reader = (text) => parsePlainDate(text);

const READERS: readonly Reader[] = [
  isoDate,
  named,
  nextPeriod,
  endOfPeriod,
  weekdayToCome,
  shifted,
  wholeDate,
];
