/** Between which shares the true one lies with 95 % confidence. */
export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** The normal quantile of 95 % on both sides. */
const Z = 1.959_963_984_540_054;

/** Fewer uses than this say nothing of a version. */
export const LEAST_USES = 30;

/**
 * The score interval of a share (E. B. Wilson, “Probable inference”, JASA 22, 1927). Within 0–1; everything of nothing.
 */
export function wilson(hits: number, of: number): Interval {
  if (of <= 0) return { low: 0, high: 1 };
  const share = hits / of;
  const z2 = Z * Z;
  const centre = share + z2 / (2 * of);
  const spread = Z * Math.sqrt((share * (1 - share) + z2 / (4 * of)) / of);
  const scale = 1 + z2 / of;
  return { low: Math.max(0, (centre - spread) / scale), high: Math.min(1, (centre + spread) / scale) };
}

export interface Counted {
  readonly hits: number;
  readonly of: number;
}

/** What a change did: `tooFew` uses of either to say, `unclear` where the intervals overlap. */
export type Effect = 'better' | 'worse' | 'unclear' | 'tooFew';

export function effectOf(before: Counted, after: Counted): Effect {
  if (before.of < LEAST_USES || after.of < LEAST_USES) return 'tooFew';
  const [was, is] = [wilson(before.hits, before.of), wilson(after.hits, after.of)];
  if (is.low > was.high) return 'better';
  return is.high < was.low ? 'worse' : 'unclear';
}
