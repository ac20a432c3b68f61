import { scaledBy } from './decimal.ts';
import type { Decimal } from './decimal.ts';

/** Longest figure read: no real one is longer, and a pasted page is none. */
const MAX_FIGURE_CHARS = 40;

/** Figures as they are typed, with the sign and the words around them taken off. */
interface Figure {
  readonly digits: string;
  readonly negative: boolean;
  /** The power of ten that its letter stands for: 3 for `k`, 6 for `m`. */
  readonly power: number;
  /** What stands before and after the digits besides: a currency's sign or code, a `p`. */
  readonly words: string;
}

const FIGURE =
  /^(\()?([-+\u2212\u2013])?([^\d.,'()+\u2212\u2013-]*)([-\u2212\u2013])?([\d.,][\d.,' ]*)(?:(thousand|million|k|m)(?![a-z]))?([^\d.,'()+\u2212\u2013-]*)(\))?$/iu;
const POWERS: Readonly<Record<string, number>> = { k: 3, thousand: 3, m: 6, million: 6 };

function figureIn(text: string): Figure | undefined {
  if (text.length > MAX_FIGURE_CHARS) return undefined;
  // Spaces that keep figures together (NBSP, thin, narrow) group as any other does; so does the typographic apostrophe.
  const plain = text
    .trim()
    .replace(/[\u00A0\u2009\u202F]/g, ' ')
    .replace(/[\u2019]/g, "'");
  const match = FIGURE.exec(plain);
  if (!match) return undefined;
  const [, open, sign, before = '', inner, digits = '', letter = '', after = '', close] = match;
  if ((open === undefined) !== (close === undefined)) return undefined;
  // One sign at most: `-(12)` and `-£-12` say something that nobody can be sure of.
  const signs = [open, sign, inner].filter((one) => one !== undefined);
  if (signs.length > 1) return undefined;
  return {
    digits: digits.trim(),
    negative: signs.length === 1 && sign !== '+',
    power: POWERS[letter.toLowerCase()] ?? 0,
    words: `${before.trim()} ${after.trim()}`.trim(),
  };
}

/** Figures in threes with one and the same mark between them; a group never begins with a nought. */
const GROUPED = /^[1-9]\d{0,2}(?:([.,' ])\d{3})(?:\1\d{3})*$/;
const FRACTION = /^(.*)([.,])(\d+)$/;

const decimalFrom = (whole: string, fraction: string): Decimal => ({
  unscaled: BigInt(`${whole}${fraction}`),
  scale: fraction.length,
});

/** What digits with marks between them may mean, the grouped whole number first: none, one, or two numbers. */
function readings(digits: string): readonly { readonly value: Decimal; readonly mark: string }[] {
  if (/^\d+$/.test(digits)) return [{ value: decimalFrom(digits, ''), mark: '' }];
  const grouped = GROUPED.exec(digits);
  const whole = grouped
    ? [{ value: decimalFrom(digits.replace(/\D/g, ''), ''), mark: grouped[1] ?? '' }]
    : [];
  const [, before = '', mark = '', fraction = ''] = FRACTION.exec(digits) ?? [];
  const isWhole =
    before === '' || /^(?:0|[1-9]\d*)$/.test(before) || (GROUPED.test(before) && !before.includes(mark));
  return mark !== '' && isWhole
    ? [...whole, { value: decimalFrom(before.replace(/\D/g, '') || '0', fraction), mark }]
    : whole;
}

/** A figure that was understood, with the words beside it. */
export interface ReadFigure {
  /** Each exact number that it may mean; several where the mark in it is read in two ways. */
  readonly values: readonly { readonly value: Decimal; readonly mark: string }[];
  readonly words: string;
}

/**
 * Reads a figure as it is typed: `1284`, `1,284.00`, `1 284,50`, `(12.00)`, `−12`, `1.5k`, `£2m`. Undefined where any part
 * of it is not understood: `2 x 15`, `10–12`, `0x10`, `5/3/2026`.
 */
export function readFigure(text: string): ReadFigure | undefined {
  const figure = figureIn(text);
  if (!figure) return undefined;
  const { digits, negative, power, words } = figure;
  const values = readings(digits).map(({ value, mark }) => {
    const signed = negative ? { ...value, unscaled: -value.unscaled } : value;
    return { value: scaledBy(signed, power), mark };
  });
  return values.length === 0 ? undefined : { values, words };
}
