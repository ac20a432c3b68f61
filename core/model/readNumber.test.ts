import { describe, expect, it } from 'vitest';
import { readNumber } from './readNumber.ts';

describe('a number as it is typed', () => {
  it.each([
    ['12', 12],
    ['1,284', 1_284],
    ['1,284,000', 1_284_000],
    ['1 284', 1_284],
    ['1.284', 1.284],
    ['1,284.5', 1_284.5],
    ['1.284,5', 1_284.5],
    ['12,5', 12.5],
    ['0,500', 0.5],
    ['-3', -3],
    ['−3', -3],
    ['(3)', -3],
    ['2k', 2_000],
    ['1.5m', 1_500_000],
  ])('reads %s', (text, value) => expect(readNumber(text)).toBe(value));

  it.each(['', '0x10', '1e5', 'Infinity', 'NaN', '12%', '2 x 3', '3-4', '12 m²', '9'.repeat(17)])(
    'does not guess at %j',
    (text) => expect(readNumber(text)).toBeUndefined(),
  );
});
