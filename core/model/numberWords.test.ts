import { describe, expect, it } from 'vitest';
import { readNumberWords } from './numberWords.ts';

describe('a number in words', () => {
  it.each([
    ['nine', 9],
    ['nineteen', 19],
    ['forty-two', 42],
    ['a hundred', undefined],
    ['one hundred', 100],
    ['nine hundred and twenty-five', 925],
    ['one thousand and seventy', 1070],
    ['two thousand four hundred', 2400],
    ['twelve thousand', 12_000],
    ['two hundred and forty-eight thousand five hundred', 248_500],
    ['one million two hundred thousand and one', 1_200_001],
    ['three four', undefined],
    ['twenty eleven', undefined],
    ['thousand', undefined],
    ['two thousand three million', undefined],
    ['two pounds', undefined],
    ['', undefined],
  ])('“%s” is %s', (words, number) => {
    expect(readNumberWords(words)).toBe(number);
  });
});
