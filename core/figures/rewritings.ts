/** A sentence that was changed, and what stood in its place. */
interface Rewriting {
  readonly was: string;
  readonly became: string;
}

/** A sentence by how often it was changed, with what was most often written instead. */
export interface CommonRewriting extends Rewriting {
  readonly times: number;
  readonly becameTimes: number;
}

/** More than a person looks at. */
const MOST = 12;

/** The sentences that are changed most, each with its commonest rewriting; what came first wins where two are as common. */
export function commonestRewritings(rewritings: readonly Rewriting[]): readonly CommonRewriting[] {
  const bySentence = new Map<string, Map<string, number>>();
  for (const { was, became } of rewritings) {
    const found = bySentence.get(was) ?? new Map<string, number>();
    found.set(became, (found.get(became) ?? 0) + 1);
    bySentence.set(was, found);
  }
  return [...bySentence]
    .map(([was, became]) => {
      const [first, ...others] = [...became];
      const best = others.reduce((top, one) => (one[1] > top[1] ? one : top), first ?? (['', 0] as const));
      const times = [...became.values()].reduce((sum, n) => sum + n, 0);
      return { was, became: best[0], times, becameTimes: best[1] };
    })
    .sort((a, b) => b.times - a.times)
    .slice(0, MOST);
}
