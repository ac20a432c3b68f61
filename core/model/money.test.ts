import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CurrencyMismatch, formatMoney, money, parseMoney, percentageOf, sumMoney } from './money.ts';

describe('money', () => {
  it.each([
    [128_400, 'GBP', '£1,284.00'],
    [-1_205, 'GBP', '-£12.05'],
    [5, 'EUR', '€0.05'],
    [1_234_567, 'JPY', '¥1,234,567'],
    [123_456, 'NOK', 'NOK 1,234.56'],
    [100_000_000_00, 'GBP', '£100,000,000.00'],
  ])('writes %i minor %s as %s', (minor, currency, text) =>
    expect(formatMoney(money(minor, currency))).toBe(text),
  );

  it.each([
    ['1284', 128_400],
    ['1,284.00', 128_400],
    ['£1 284,50', 128_450],
    ['1,284', 128_400],
    ['0.5', 50],
  ])('reads %s', (text, minor) => expect(parseMoney(text, 'GBP')?.amountMinor).toBe(minor));

  it.each(['', 'abc', '1.2345', '--3', '9'.repeat(30), '1,2,34.567'])('does not guess at %j', (text) =>
    expect(parseMoney(text, 'GBP')).toBeUndefined(),
  );

  it('reads back whatever it writes', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 10 ** 13 }),
        fc.constantFrom('GBP', 'JPY', 'NOK'),
        (minor, currency) => {
          expect(parseMoney(formatMoney(money(minor, currency)), currency)).toEqual(money(minor, currency));
        },
      ),
      { seed: 7 },
    );
  });

  it.each([
    [1, 5000, 1],
    [-1, 5000, -1],
    [333, 2000, 67],
    [107_000, 2000, 21_400],
    [2 ** 50, 10_000, 2 ** 50],
  ])('rounds half-up, once: %i at %i basis points is %i', (minor, points, result) =>
    expect(percentageOf(money(minor, 'GBP'), points).amountMinor).toBe(result),
  );

  it('never adds two currencies', () => {
    expect(() => sumMoney([money(1, 'GBP'), money(1, 'EUR')], 'GBP')).toThrow(CurrencyMismatch);
    expect(() => money(0.5, 'GBP')).toThrow(RangeError);
  });

  it.each([
    ['€100', 'GBP'],
    ['USD 100', 'EUR'],
    ['100 kr and £5', 'NOK'],
  ])('is not read out of %s as %s', (text, currency) => {
    expect(parseMoney(text, currency)).toBeUndefined();
  });
});
