import { getCountries, getCountryCallingCode, getExampleNumber } from 'libphonenumber-js/max';
import examples from 'libphonenumber-js/mobile/examples';
import { describe, expect, it } from 'vitest';
import { isSameNumber, numberKey, numberKeys } from '../../core/recipients/phoneNumber.ts';
import { isFixedLine } from './numberingPlans.ts';

describe('fixed lines', () => {
  // From the countries’ numbering plans, as published by their regulators: fixed lines, then mobiles, then either.
  it.each([
    ['+44 20 7946 0123', true],
    ['0044 20 7946 0123', true],
    ['+44 (0)20 7946 0123', true],
    ['+49 30 12345678', true],
    ['+33 1 23 45 67 89', true],
    ['+47 22 12 34 56', true],
    ['+39 06 1234 5678', true],
    ['+31 20 123 4567', true],
    ['+46 8 123 456 78', true],
    ['+44 7700 900123', false],
    ['+49 171 2345678', false],
    ['+33 6 12 34 56 78', false],
    ['+47 912 34 567', false],
    ['+39 320 123 4567', false],
    ['+1 415 555 0100', false],
    ['020 7946 0123', false],
  ])('%s: %s', (value, fixed) => {
    expect(isFixedLine(value)).toBe(fixed);
  });
});

describe('a number of any country', () => {
  const numbers = getCountries().flatMap((country) => getExampleNumber(country, examples) ?? []);

  it('is known with and without its country', () => {
    expect(numbers.length).toBeGreaterThan(200);
    for (const one of numbers) {
      const code = getCountryCallingCode(one.country ?? 'GB');
      expect(numberKey(one.number)).toBe(`${code}${one.nationalNumber}`);
      expect(numberKeys(one.number)).toContain(one.nationalNumber);
      expect(isSameNumber(one.number, one.formatInternational())).toBe(true);
    }
  });

  it('that is a mobile is no fixed line', () => {
    expect(numbers.filter(({ number }) => isFixedLine(number)).map(({ number }) => number)).toEqual([]);
  });
});
