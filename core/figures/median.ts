/** How often each value was seen, in any order. */
export type Histogram = readonly (readonly [value: number, times: number])[];

/** The value below which a share of all lies, by the nearest rank; undefined of nothing. `share` is 0–1. */
export function quantile(histogram: Histogram, share: number): number | undefined {
  const sorted = [...histogram].sort(([a], [b]) => a - b);
  const total = sorted.reduce((sum, [, times]) => sum + times, 0);
  if (total === 0) return undefined;
  const rank = Math.min(total, Math.max(1, Math.ceil(share * total)));
  let seen = 0;
  for (const [value, times] of sorted) {
    seen += times;
    if (seen >= rank) return value;
  }
  return sorted.at(-1)?.[0];
}

/** The middle value, or the mean of the two in the middle; undefined of nothing. */
export function median(histogram: Histogram): number | undefined {
  const total = histogram.reduce((sum, [, times]) => sum + times, 0);
  const low = quantile(histogram, 0.5);
  if (low === undefined || total % 2 === 1) return low;
  const high = quantile(histogram, (total / 2 + 1) / total);
  return high === undefined ? low : (low + high) / 2;
}
