import { MONTHS, WEEKDAYS } from './formatDate.ts';

/** Languages whose days and months are known in a text besides English: BCP 47 tags, names by CLDR. */
const LANGUAGES = ['nb', 'da', 'sv', 'de', 'fr', 'es', 'nl', 'it'] as const;

const namesIn = (
  language: string,
): { readonly months: readonly string[]; readonly weekdays: readonly string[] } => {
  const write = (options: Intl.DateTimeFormatOptions, at: number): string =>
    new Intl.DateTimeFormat(language, { ...options, timeZone: 'UTC' }).format(at);
  const at = (day: number): number => day * 86_400_000;
  return {
    // The middle of each month of 1970, and a week from Monday 5 January 1970.
    months: Array.from({ length: 12 }, (_, n) => write({ month: 'long' }, at(14 + Math.round(n * 30.4)))),
    weekdays: Array.from({ length: 7 }, (_, n) => write({ weekday: 'long' }, at(4 + n))),
  };
};

/** How a word is looked up: in lower case and without accents. */
const bare = (word: string): string =>
  word
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/\.$/, '');

interface Names {
  readonly months: ReadonlyMap<string, number>;
  readonly weekdays: ReadonlyMap<string, number>;
  /** By weekday as written: the seven names of its language, Monday first. */
  readonly weekOf: ReadonlyMap<string, readonly string[]>;
  /** Alternatives of a pattern, longest first. */
  readonly monthWords: string;
  readonly weekdayWords: string;
}

const SHORT_WEEKDAYS: readonly (readonly [string, number])[] = [
  ...WEEKDAYS.map((name, n) => [name.slice(0, 3), n + 1] as const),
  ['Tues', 2],
  ['Weds', 3],
  ['Thur', 4],
  ['Thurs', 4],
];

function collect(): Names {
  const [months, weekdays] = [new Map<string, number>(), new Map<string, number>()];
  const weekOf = new Map<string, readonly string[]>();
  const words = { months: new Set<string>(), weekdays: new Set<string>() };
  const add = (kind: 'months' | 'weekdays', word: string, number: number): void => {
    (kind === 'months' ? months : weekdays).set(bare(word), number);
    words[kind].add(word);
  };
  for (const language of LANGUAGES) {
    const names = namesIn(language);
    names.months.forEach((name, n) => void add('months', name, n + 1));
    names.weekdays.forEach((name, n) => {
      add('weekdays', name, n + 1);
      weekOf.set(bare(name), names.weekdays);
    });
  }
  MONTHS.forEach((name, n) => {
    add('months', name, n + 1);
    add('months', name.slice(0, 3), n + 1);
  });
  add('months', 'Sept', 9);
  WEEKDAYS.forEach((name, n) => void add('weekdays', name, n + 1));
  SHORT_WEEKDAYS.forEach(([name, number]) => void add('weekdays', name, number));
  const alternatives = (set: ReadonlySet<string>): string =>
    [...set].sort((a, b) => b.length - a.length).join('|');
  return {
    months,
    weekdays,
    weekOf,
    monthWords: alternatives(words.months),
    weekdayWords: alternatives(words.weekdays),
  };
}

export const DAY_NAMES: Names = collect();

/** 1 January … 12 December, in any of the languages known; undefined where it names no month. */
export const monthNumber = (word: string): number | undefined => DAY_NAMES.months.get(bare(word));
/** 1 Monday … 7 Sunday, in any of the languages known; undefined where it names no weekday. */
export const weekdayNumber = (word: string): number | undefined => DAY_NAMES.weekdays.get(bare(word));

/** The seven weekdays, Monday first, in the language that a weekday is written in; English where it is of none other. */
export const weekdaysLike = (word: string): readonly string[] => DAY_NAMES.weekOf.get(bare(word)) ?? WEEKDAYS;
