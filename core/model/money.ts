import { divideHalfUp, fitsPlaces, unitsOf } from './decimal.ts';
import { readFigure } from './readDecimal.ts';

/**
 * An exact amount in the currency's minor unit (pence, øre). `amountMinor` is an integer within ±2^53; every sum is
 * an integer sum, so that nothing is rounded but where a percentage makes a new value.
 */
export interface Money {
  readonly amountMinor: number;
  /** ISO 4217 code, for example `GBP`. */
  readonly currency: string;
}

/** Decimal places by currency where they are not two (ISO 4217 list one). */
const PLACES: Readonly<Record<string, number>> = {
  JPY: 0,
  KRW: 0,
  ISK: 0,
  CLP: 0,
  BHD: 3,
  KWD: 3,
  OMR: 3,
  TND: 3,
};
const SIGNS: Readonly<Record<string, string>> = { GBP: '£', EUR: '€', USD: '$', JPY: '¥' };

export const currencyPlaces = (currency: string): number => PLACES[currency] ?? 2;

/** Makes an amount of what is known to be one; throws where it is not, since that is a broken invariant. */
export const money = (amountMinor: number, currency: string): Money => {
  if (!Number.isSafeInteger(amountMinor)) throw new RangeError(`not a whole minor amount: ${amountMinor}`);
  return { amountMinor, currency };
};

/** The currency that words name by its sign or its code; undefined where they name none that is known. */
export function currencyNamed(text: string): string | undefined {
  const [code] = /(?<![A-Z])(?:GBP|EUR|USD|JPY|NOK|SEK|DKK|CHF)(?![A-Z])/.exec(text) ?? [];
  return code ?? Object.keys(SIGNS).find((one) => text.includes(SIGNS[one] ?? ''));
}

/** Signs and words that stand for a currency beside its code. */
const KRONER = new Set(['NOK', 'SEK', 'DKK', 'ISK']);
const namesCurrency = (word: string, currency: string): boolean =>
  word === '' ||
  word.toUpperCase() === currency ||
  word === SIGNS[currency] ||
  (KRONER.has(currency) && /^kr\.?$/i.test(word));

/**
 * Reads what a person types: `1284`, `1,284.00`, `£1 284,50`, `1.5k`, `£2m`, `(12.00)`, `50p`. Undefined where it is not
 * wholly understood: no figure, one that can be read in two ways in this currency (`1,284` where three places are usual),
 * more places than the currency has, another currency, or out of the range that is exact.
 */
export function parseMoney(text: string, currency: string): Money | undefined {
  const read = readFigure(text);
  if (!read) return undefined;
  const isPence = currency === 'GBP' && read.words === 'p';
  if (!isPence && !namesCurrency(read.words, currency)) return undefined;
  const places = isPence ? 0 : currencyPlaces(currency);
  const [only, ...others] = read.values.filter(({ value }) => fitsPlaces(value, places));
  // With three places a point is the decimal one, as amounts are written here; a comma may be either.
  const sure = others.length === 0 || only?.mark !== '.' ? only : others[0];
  if (!sure || (others.length > 0 && sure.mark !== '.')) return undefined;
  return exactMoney(unitsOf(sure.value, places), currency);
}

/** An amount of so many minor units, or undefined beyond the integers that are exact. */
const exactMoney = (minor: bigint, currency: string): Money | undefined =>
  minor >= -MOST_MINOR && minor <= MOST_MINOR ? { amountMinor: Number(minor), currency } : undefined;
const MOST_MINOR = BigInt(Number.MAX_SAFE_INTEGER);

/** Adds amounts; none is zero. Undefined where one is of another currency or the sum is out of range: nothing is made up. */
export function sumMoney(amounts: readonly Money[], currency: string): Money | undefined {
  if (amounts.some((amount) => amount.currency !== currency)) return undefined;
  return exactMoney(
    amounts.reduce((sum, { amountMinor }) => sum + BigInt(amountMinor), 0n),
    currency,
  );
}

/**
 * `basisPoints` hundredths of a percent of an amount (2000 = 20 %), rounded half-up (away from zero at the half) to
 * the minor unit. Undefined out of range.
 */
export const percentageOf = ({ amountMinor, currency }: Money, basisPoints: number): Money | undefined =>
  exactMoney(divideHalfUp(BigInt(amountMinor) * BigInt(basisPoints), 10_000n), currency);

function groupThrees(digits: string): string {
  if (digits.length <= 3) return digits;
  let out = digits.slice(-3);
  for (let end = digits.length - 3; end > 0; end -= 3)
    out = `${digits.slice(Math.max(0, end - 3), end)},${out}`;
  return out;
}

/** `£1,284.00`; a currency without a sign of its own is written `NOK 1,284.00`; negative `-£12.00`. */
export function formatMoney(amount: Money): string {
  const places = currencyPlaces(amount.currency);
  const digits = String(Math.abs(amount.amountMinor)).padStart(places + 1, '0');
  const cut = digits.length - places;
  const sign = SIGNS[amount.currency] ?? `${amount.currency} `;
  const fraction = places > 0 ? `.${digits.slice(cut)}` : '';
  return `${amount.amountMinor < 0 ? '-' : ''}${sign}${groupThrees(digits.slice(0, cut))}${fraction}`;
}
