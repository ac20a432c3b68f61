import { describe, expect, it } from 'vitest';
import { contrastOf, LEAST_CONTRAST, lightenedFor } from './contrast.ts';

describe('contrast', () => {
  // Pairs whose ratios the W3C's own techniques and axe-core's documentation state.
  it.each([
    ['#000000', '#ffffff', 21],
    ['#ffffff', '#ffffff', 1],
    ['#777777', '#ffffff', 4.48],
    ['#767676', '#ffffff', 4.54],
    ['#0000ff', '#ffffff', 8.59],
    ['#ff0000', '#ffffff', 4],
  ])('of %s on %s is %d', (one, other, ratio) => {
    expect(contrastOf(one, other)).toBeCloseTo(ratio, 2);
    expect(contrastOf(other, one)).toBeCloseTo(ratio, 2);
  });

  it('is reached by lightening, and no further than needed', () => {
    for (const colour of ['#2a6a5e', '#000000', '#000080', '#97352a', '#ffffff']) {
      const lighter = lightenedFor(colour, '#1a2422');
      expect(contrastOf(lighter, '#1a2422')).toBeGreaterThanOrEqual(LEAST_CONTRAST);
    }
    expect(lightenedFor('#ffffff', '#1a2422')).toBe('#ffffff');
    expect(lightenedFor('#7cb3a2', '#1a2422')).toBe('#7cb3a2');
  });
});
