/**
 * An exact decimal number, `unscaled` × 10^-`scale`, with `scale` 0 or more. What people type and what they expect of a
 * sum are decimals; binary fractions are not, and their dust moves a half to the wrong side.
 */
export interface Decimal {
  readonly unscaled: bigint;
  readonly scale: number;
}

/** The exact value of the shortest decimal that a number is written by; undefined for what is no finite number. */
export function decimalOf(value: number): Decimal | undefined {
  if (!Number.isFinite(value)) return undefined;
  const [digits = '', exponent = '0'] = String(value).split('e');
  const [whole = '', fraction = ''] = digits.split('.');
  return scaledBy({ unscaled: BigInt(whole + fraction), scale: fraction.length }, Number(exponent));
}

/** A decimal × 10^`power`. */
export function scaledBy({ unscaled, scale }: Decimal, power: number): Decimal {
  const left = scale - power;
  return left >= 0 ? { unscaled, scale: left } : { unscaled: unscaled * 10n ** BigInt(-left), scale: 0 };
}

/** The whole number of 10^-`places` in a decimal, half away from zero, as people round on paper. */
export function unitsOf({ unscaled, scale }: Decimal, places: number): bigint {
  if (scale <= places) return unscaled * 10n ** BigInt(places - scale);
  return divideHalfUp(unscaled, 10n ** BigInt(scale - places));
}

/** Whether a decimal is exact in `places`: nothing is lost by writing it so. */
export const fitsPlaces = ({ unscaled, scale }: Decimal, places: number): boolean =>
  scale <= places || unscaled % 10n ** BigInt(scale - places) === 0n;

export function addDecimals(values: readonly Decimal[]): Decimal {
  const scale = Math.max(0, ...values.map((one) => one.scale));
  return { unscaled: values.reduce((sum, one) => sum + unitsOf(one, scale), 0n), scale };
}

export const multiply = (a: Decimal, b: Decimal): Decimal => ({
  unscaled: a.unscaled * b.unscaled,
  scale: a.scale + b.scale,
});

/** A quotient of whole numbers, half away from zero; negatives alike. `by` is not zero. */
export function divideHalfUp(value: bigint, by: bigint): bigint {
  const negative = value < 0n !== by < 0n;
  const [over, under] = [value < 0n ? -value : value, by < 0n ? -by : by];
  const rounded = (2n * over + under) / (2n * under);
  return negative ? -rounded : rounded;
}

/** The number nearest to a decimal. */
export function numberOf({ unscaled, scale }: Decimal): number {
  const digits = String(unscaled < 0n ? -unscaled : unscaled).padStart(scale + 1, '0');
  const cut = digits.length - scale;
  return Number(`${unscaled < 0n ? '-' : ''}${digits.slice(0, cut)}.${digits.slice(cut)}0`);
}
