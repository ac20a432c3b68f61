/** Chance that comes out the same from the same seed (mulberry32), so that the demo is the same practice every time. */
export interface Chance {
  /** From 0 up to, not including, 1. */
  readonly next: () => number;
  /** A whole number from `low` to `high`, both inclusive. */
  readonly between: (low: number, high: number) => number;
  readonly pick: <T>(items: readonly T[]) => T;
  readonly id: () => string;
}

export function chance(seed: number): Chance {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  const between = (low: number, high: number): number => low + Math.floor(next() * (high - low + 1));
  const hex = (length: number): string => Array.from({ length }, () => between(0, 15).toString(16)).join('');
  return {
    next,
    between,
    pick: (items) => {
      const item = items[between(0, items.length - 1)];
      if (item === undefined) throw new Error('nothing to pick from');
      return item;
    },
    id: () => `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`,
  };
}
