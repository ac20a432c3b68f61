import { describe, expect, it } from 'vitest';
import { isLandline, isSameNumber, numberKey, numberKeys } from './phoneNumber.ts';

describe('numbers as people write them', () => {
  // The ways of writing one number that ITU-T E.123 names, and those that people use beside them.
  it.each([
    ['+44 7700 900123', '07700 900123'],
    ['+44 (0)7700 900123', '+447700900123'],
    ['0044 7700 900123', '+44 7700 900 123'],
    ['07700-900-123', '07700 900123'],
    ['+47 912 34 567', '912 34 567'],
    ['+49 171 2345678', '0171/2345678'],
    ['+1 415 555 0100', '(415) 555-0100'],
    ['+39 06 1234 5678', '06 1234 5678'],
    ['+372 5123 4567', '5123 4567'],
  ])('%s is %s', (one, other) => {
    expect([isSameNumber(one, other), isSameNumber(other, one)]).toEqual([true, true]);
    expect(numberKeys(one).includes(numberKey(other)) || numberKeys(other).includes(numberKey(one))).toBe(
      true,
    );
  });

  it.each([
    ['+44 7700 900123', '+49 7700 900123'],
    ['07700 900123', '07700 900124'],
    ['+44 7700 900123', '+44 7700 90012'],
    ['07700 900123', '08700 900123'],
    ['', '07700 900123'],
    ['', ''],
  ])('%s is not %s', (one, other) => {
    expect(isSameNumber(one, other)).toBe(false);
  });
});

describe('lines that no text message reaches', () => {
  it('goes by what a number is called, by the country’s plan where it was looked up, and by itself', () => {
    const value = '+47 22 12 34 56';
    expect(isLandline({ label: '', value })).toBe(false);
    expect(isLandline({ label: '', value, landline: true })).toBe(true);
    expect(isLandline({ label: 'Mobile', value, landline: true })).toBe(false);
    expect(isLandline({ label: 'office', value: '+44 7700 900123' })).toBe(true);
    expect(isLandline({ label: '', value: '0044 1632 960123' })).toBe(true);
    expect(isLandline({ label: '', value: '+44 7700 900123' })).toBe(false);
  });
});
