import { describe, expect, it } from 'vitest';
import { numberIn, referenceParts, writeReference } from './referencePattern.ts';

describe('a pattern of references', () => {
  it.each([
    ['SV-', 2026, 7, 'SV-7'],
    ['SV-{n}', 2026, 2041, 'SV-2041'],
    ['{yyyy}/{nnnn}', 2026, 14, '2026/0014'],
    ['DC {yy}-{nnn}', 2009, 1204, 'DC 09-1204'],
    ['{nn}.{yyyy}', 2026, 3, '03.2026'],
    ['A{n}(x)', 2026, 5, 'A5(x)'],
  ])('%s in %i, number %i', (pattern, year, n, written) => {
    const parts = referenceParts(pattern, year);
    expect(writeReference(parts, n)).toBe(written);
    expect(numberIn(written, parts)).toBe(n);
  });

  it('knows none of another pattern, of another year, or with words where the number stands', () => {
    const parts = referenceParts('{yyyy}/{nnn}', 2026);
    expect(['2025/014', 'SV-14', '2026/', '2026/14a'].map((one) => numberIn(one, parts))).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
  });
});
