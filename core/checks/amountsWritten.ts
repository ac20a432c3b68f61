import { currencyNamed, currencyPlaces } from '../model/money.ts';
import { unitsOf, fitsPlaces } from '../model/decimal.ts';
import { NUMBER_WORD, readNumberWords } from '../model/numberWords.ts';
import { readFigure } from '../model/readDecimal.ts';

/** An amount of money in a text, as written there. */
export interface AmountWritten {
  /** All of it, with its sign and its `k`: what takes its place takes the place of all of it. */
  readonly words: string;
  readonly at: number;
  /** ISO 4217 code that it names by sign, code or word; undefined where it names none. */
  readonly currency: string | undefined;
  /** What it may come to, in minor units: several where the mark in it is read in two ways. */
  readonly readings: readonly bigint[];
  /** Whether it was written without pence: then it stands for the amount to the whole unit as well. */
  readonly isWhole: boolean;
}

const CODES = 'GBP|EUR|USD|JPY|NOK|SEK|DKK|CHF|KWD';
const NAMES = 'pounds?|euros?|dollars?|kroner|kronor|francs?|quid';
const FIGURES = String.raw`\d{1,3}(?:[.,\u00A0\u202F ’']\d{3})+(?:[.,]\d{1,2})?|\d+(?:[.,]\d+)?`;
const SUFFIX = String.raw`(?:\s?(?:k|m|thousand|million)(?![\p{L}]))?`;
const IN_FIGURES = new RegExp(
  String.raw`(?:(?:[£€$¥]|(?<![\p{L}])(?:${CODES})|(?<![\p{L}])kr\.?)\s?(?:${FIGURES})(?!\d)${SUFFIX}|(?<![\p{L}\p{N}.,])(?:${FIGURES})(?!\d)${SUFFIX}\s?(?:€|£|(?:${CODES}|${NAMES}|kr)(?![\p{L}])))`,
  'gu',
);
const IN_WORDS = new RegExp(
  String.raw`(?<![\p{L}])(?:${NUMBER_WORD})(?:[\s-](?:and\s)?(?:${NUMBER_WORD})){0,10}\s(?:${NAMES})(?![\p{L}])`,
  'giu',
);

const WORDS_FOR: readonly (readonly [RegExp, string])[] = [
  [/pounds?|quid/iu, 'GBP'],
  [/euros?/iu, 'EUR'],
];
const currencyOf = (words: string): string | undefined =>
  currencyNamed(words) ?? WORDS_FOR.find(([word]) => word.test(words))?.[1];

/** The amounts of money that a text holds, in figures or in English words, read in a currency with its minor unit. */
export function amountsWritten(text: string, currency: string): readonly AmountWritten[] {
  const figures = [...text.matchAll(IN_FIGURES)].map((match): AmountWritten => {
    const [words] = match;
    const named = currencyOf(words);
    const places = currencyPlaces(named ?? currency);
    const bare = words.replace(new RegExp(`[£€$¥]|${CODES}|${NAMES}|kr\\.?`, 'gu'), '').trim();
    const values = readFigure(bare.replace(/\s(?=k|m|th|mi)/u, ''))?.values ?? [];
    const readings = values.flatMap(({ value }) =>
      fitsPlaces(value, places) ? [unitsOf(value, places)] : [],
    );
    return { words, at: match.index, currency: named, readings, isWhole: !/[.,]\d{1,2}(?!\d)/.test(bare) };
  });
  const inWords = [...text.matchAll(IN_WORDS)].map((match): AmountWritten => {
    const number = readNumberWords(match[0].replace(/\s\S+$/u, ''));
    const named = currencyOf(match[0]);
    const unit = 10n ** BigInt(currencyPlaces(named ?? currency));
    const readings = number === undefined ? [] : [BigInt(number) * unit];
    return { words: match[0], at: match.index, currency: named, readings, isWhole: true };
  });
  return [...figures, ...inWords].sort((a, b) => a.at - b.at);
}
