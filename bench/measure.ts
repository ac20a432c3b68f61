/** One comparison, both sides measured in the same run, round by round in turn. */
export interface Measured {
  readonly name: string;
  readonly unit: string;
  readonly ours: number;
  readonly against: string;
  readonly theirs: number;
  /** How much better ours is: over 1 is faster. */
  readonly ratio: number;
}

export type Work = () => unknown;

const ROUNDS = 9;

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

async function secondsFor(work: Work): Promise<number> {
  const begun = process.hrtime.bigint();
  await work();
  return Number(process.hrtime.bigint() - begun) / 1e9;
}

/** Seconds a call of each takes, at the median of interleaved rounds: what slows the machine slows all of them. */
export async function interleave(
  works: Readonly<Record<string, Work>>,
): Promise<Readonly<Record<string, number>>> {
  const names = Object.keys(works);
  const times = new Map<string, number[]>(names.map((name) => [name, []]));
  for (let round = -2; round < ROUNDS; round += 1) {
    for (const name of names) {
      const seconds = await secondsFor(works[name] ?? (() => undefined));
      // The first two rounds warm the compiler up.
      if (round >= 0) times.get(name)?.push(seconds);
    }
  }
  return Object.fromEntries([...times].map(([name, seconds]) => [name, median(seconds)]));
}

/** Compares rates: how many of `count` a second, higher is better. */
export const byRate = (
  name: string,
  count: number,
  ours: number,
  against: string,
  theirs: number,
): Measured => ({
  name,
  unit: 'per second',
  ours: Math.round(count / ours),
  against,
  theirs: Math.round(count / theirs),
  ratio: round2(theirs / ours),
});

/** Compares times: milliseconds each, lower is better. */
export const byTime = (name: string, ours: number, against: string, theirs: number): Measured => ({
  name,
  unit: 'ms',
  ours: round3(ours * 1e3),
  against,
  theirs: round3(theirs * 1e3),
  ratio: round2(theirs / ours),
});

const round2 = (n: number): number => Math.round(n * 100) / 100;
const round3 = (n: number): number => Math.round(n * 1000) / 1000;
