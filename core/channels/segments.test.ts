import { describe, expect, it } from 'vitest';
import { countSegments, plainer } from './segments.ts';

describe('text message segments', () => {
  it.each([
    ['', 'GSM-7', 0, 0, 160],
    ['a'.repeat(160), 'GSM-7', 160, 1, 0],
    ['a'.repeat(161), 'GSM-7', 161, 2, 145],
    ['€'.repeat(80), 'GSM-7', 160, 1, 0],
    [`${'a'.repeat(152)}€${'b'.repeat(10)}`, 'GSM-7', 164, 2, 141],
    ['ж'.repeat(70), 'UCS-2', 70, 1, 0],
    ['ж'.repeat(71), 'UCS-2', 71, 2, 63],
    [`${'ж'.repeat(66)}😀${'ж'.repeat(4)}`, 'UCS-2', 72, 2, 61],
  ])('of %j are counted', (text, encoding, units, segments, left) =>
    expect(countSegments(text)).toMatchObject({ encoding, units, segments, left }),
  );

  it('name the sign that makes a message dear, and have a plainer way of writing', () => {
    expect(countSegments('Tomorrow’s visit').because).toBe('’');
    expect(countSegments(plainer('Tomorrow’s “visit” – 9…')).encoding).toBe('GSM-7');
  });
});
