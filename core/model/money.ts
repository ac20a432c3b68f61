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

export const money = (amountMinor: number, currency: string): Money => {
  if (!Number.isSafeInteger(amountMinor)) throw new RangeError(`not a whole minor amount: ${amountMinor}`);
  return { amountMinor, currency };
};

/** Longest amount text read, a guard against pasted pages: no real amount is longer. */
const MAX_AMOUNT_TEXT = 24;

/** The currency that words name by its sign or its code; undefined where they name none that is known. */
export function currencyNamed(text: string): string | undefined {
  const [code] = /(?<![A-Z])(?:GBP|EUR|USD|JPY|NOK|SEK|DKK|CHF)(?![A-Z])/.exec(text) ?? [];
  return code ?? Object.keys(SIGNS).find((one) => text.includes(SIGNS[one] ?? ''));
}

/**
 * Reads what a person types: `1284`, `1,284.00`, `£1 284,50`. The last separator is decimal when at most the
 * currency's places follow it. Undefined where it is no amount, has too many places, is out of range, or names another
 * currency.
 */
export function parseMoney(text: string, currency: string): Money | undefined {
  const places = currencyPlaces(currency);
  const bare = text.replace(/[^\d.,+-]/g, '');
  if ((currencyNamed(text) ?? currency) !== currency) return undefined;
  if (text.length > MAX_AMOUNT_TEXT || !/^[+-]?\d[\d.,]*$/.test(bare)) return undefined;
  const separator = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','));
  const after = separator < 0 ? '' : bare.slice(separator + 1);
  const decimal = separator >= 0 && places > 0 && after.length > 0 && after.length <= places;
  const grouped = decimal ? bare.slice(0, separator) : bare;
  if (!/^[+-]?(?:\d+|\d{1,3}(?:[.,]\d{3})+)$/.test(grouped)) return undefined;
  const whole = grouped.replace(/[.,]/g, '');
  const amount = Number(whole + (decimal ? after : '').padEnd(places, '0'));
  return Number.isSafeInteger(amount) ? money(amount, currency) : undefined;
}

export class CurrencyMismatch extends Error {}

/** Adds amounts of one currency; an empty list is zero. Throws {@link CurrencyMismatch}, since adding those is a bug. */
export function sumMoney(amounts: readonly Money[], currency: string): Money {
  let total = 0;
  for (const amount of amounts) {
    if (amount.currency !== currency) throw new CurrencyMismatch(`${amount.currency} added to ${currency}`);
    total += amount.amountMinor;
  }
  return money(total, currency);
}

/**
 * `basisPoints` hundredths of a percent of an amount (2000 = 20 %), rounded half-up (away from zero at the half) to
 * the minor unit. BigInt, because the product may leave the safe integers before it is divided.
 */
export function percentageOf(amount: Money, basisPoints: number): Money {
  const product = BigInt(amount.amountMinor) * BigInt(basisPoints);
  const half = product < 0n ? -5_000n : 5_000n;
  return money(Number((product + half) / 10_000n), amount.currency);
}

/** Rounds half away from zero to `places` decimals, as people do on paper. */
export function roundHalfUp(value: number, places: number): number {
  const scale = 10 ** places;
  // The smallest nudge undoes binary dust, so that 1.005 to two places is 1.01.
  const scaled = Math.abs(value) * scale;
  return (Math.sign(value) * Math.round(scaled * (1 + Number.EPSILON))) / scale;
}

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
