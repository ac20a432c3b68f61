import { median, quantile } from './median.ts';
import type { Histogram } from './median.ts';

/** How long answers took, within working hours; null of none. */
export interface Times {
  readonly count: number;
  readonly medianMinutes: number | null;
  /** Nine in ten took no longer. */
  readonly mostMinutes: number | null;
}

const MOST = 0.9;

export const timesOf = (histogram: Histogram): Times => ({
  count: histogram.reduce((sum, [, times]) => sum + times, 0),
  medianMinutes: median(histogram) ?? null,
  mostMinutes: quantile(histogram, MOST) ?? null,
});

interface Going {
  readonly key: string;
  readonly direction: 'out' | 'in';
  readonly count: number;
}

export interface Went {
  readonly sent: number;
  readonly received: number;
}

/** What went and came by its key, with what the reader may not know of taken off. */
export function wentBy(counts: readonly Going[], less: readonly Going[]): ReadonlyMap<string, Went> {
  const all = new Map<string, { sent: number; received: number }>();
  const add = ({ key, direction, count }: Going, sign: 1 | -1): void => {
    const went = all.get(key) ?? { sent: 0, received: 0 };
    if (direction === 'out') went.sent += sign * count;
    else went.received += sign * count;
    all.set(key, went);
  };
  for (const one of counts) add(one, 1);
  for (const one of less) add(one, -1);
  // A zone that was changed since moves a few across midnight: there is never less than none.
  return new Map(
    [...all].flatMap(([key, { sent, received }]) => {
      const went = { sent: Math.max(0, sent), received: Math.max(0, received) };
      return went.sent + went.received > 0 ? [[key, went] as const] : [];
    }),
  );
}
