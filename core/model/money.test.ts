import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatMoney, money, parseMoney, percentageOf, sumMoney } from './money.ts';

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
    ['1.284,00', 128_400],
    ["1'284.50", 128_450],
    ['£1 284,50', 128_450],
    ['1\u202f284,50 £', 128_450],
    ['GBP 1,284', 128_400],
    ['1,284 gbp', 128_400],
    ['1.284', 128_400],
    ['12,5', 1_250],
    ['0.5', 50],
    ['.75', 75],
    ['0.500', 50],
    ['1k', 100_000],
    ['£1.5k', 150_000],
    ['12 K', 1_200_000],
    ['1.2345k', 123_450],
    ['2m', 200_000_000],
    ['£1.25 million', 125_000_000],
    ['50p', 50],
    ['(12.00)', -1_200],
    ['(£12)', -1_200],
    ['−12.00', -1_200],
    ['-£12', -1_200],
    ['£-12', -1_200],
    ['+12', 1_200],
  ])('reads %s', (text, minor) => expect(parseMoney(text, 'GBP')?.amountMinor).toBe(minor));

  it.each([
    '',
    'abc',
    '1.2345',
    '--3',
    '-(3)',
    '(3',
    '9'.repeat(30),
    '1,2,34.567',
    '1,28.50',
    '12.',
    '2 x 15',
    '2x15',
    '£10–12',
    '10-12',
    '10 to 12',
    '5/3/2026',
    '05.03.2026',
    '5 March 2026',
    '0x10',
    '1e3',
    '1.234567k',
    '1,284k',
    '1.5 kg',
    '£12 each',
    'about 12',
    '12%',
    '50c',
    '£1.5p',
    '00,500',
    '99999999999999999',
    '9m9',
  ])('does not guess at %j', (text) => expect(parseMoney(text, 'GBP')).toBeUndefined());

  it.each([
    ['1.284', 1_284],
    ['1,284.000', 1_284_000],
    ['1284', 1_284_000],
    ['1,284', undefined],
    ['1.284.000', 1_284_000_000],
  ])('with three places, asks where %s may be either', (text, minor) =>
    expect(parseMoney(text, 'KWD')?.amountMinor).toBe(minor),
  );

  it.each([
    ['¥1,284', 'JPY', 1_284],
    ['1,284.5', 'JPY', undefined],
    ['kr 1 284,50', 'NOK', 128_450],
    ['1 284 kr', 'SEK', 128_400],
    ['50p', 'EUR', undefined],
  ])('reads %s in %s', (text, currency, minor) =>
    expect(parseMoney(text, currency)?.amountMinor).toBe(minor),
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
    expect(percentageOf(money(minor, 'GBP'), points)?.amountMinor).toBe(result),
  );

  it('adds beyond what is exact to nothing, rather than to what is nearly right', () => {
    const most = money(Number.MAX_SAFE_INTEGER, 'GBP');
    expect(sumMoney([most, money(1, 'GBP')], 'GBP')).toBeUndefined();
    expect(sumMoney([most, money(1, 'GBP'), money(-1, 'GBP')], 'GBP')).toEqual(most);
    expect(percentageOf(most, 20_000)).toBeUndefined();
  });

  it('never adds two currencies', () => {
    expect(sumMoney([money(1, 'GBP'), money(1, 'EUR')], 'GBP')).toBeUndefined();
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
