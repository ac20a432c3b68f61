/** Mulberry32: small, fast and the same everywhere, so that a failure is told by its seed. */
export function chance(seed: number) {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  return {
    /** From 0 up to, not including, 1. */
    next,
    /** A whole number, both ends inclusive. */
    between: (low: number, high: number): number => low + Math.floor(next() * (high - low + 1)),
    pick: <T>(items: readonly T[]): T => {
      const item = items[Math.floor(next() * items.length)];
      if (item === undefined) throw new Error('nothing to pick from');
      return item;
    },
  };
}
