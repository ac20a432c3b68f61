import { createContext, useContext, useEffect, useRef } from 'react';

/** Takes what was begun, as far as it is clear what is meant. What cannot be taken is said in words. */
export type Settle = () => Promise<string | undefined>;

/**
 * What is begun on a sheet and not taken yet: half a name on a line, an address that is not whole, a file on its way up. Nothing
 * leaves before it is settled: it is taken, or it stops what was asked for.
 */
export class Unfinished {
  readonly #held = new Set<Settle>();

  readonly hold = (settle: Settle): (() => void) => {
    this.#held.add(settle);
    return () => this.#held.delete(settle);
  };

  /** Settles all of it; gives what could not be. */
  readonly settle = async (): Promise<readonly string[]> => {
    const problems = await Promise.all([...this.#held].map((settle) => settle()));
    return problems.filter((problem) => problem !== undefined);
  };
}

export const UnfinishedContext = createContext(new Unfinished());

/** Has a part of the sheet settled before anything leaves, for as long as it is there. */
export function useUnfinished(settle: Settle): void {
  const unfinished = useContext(UnfinishedContext);
  const latest = useRef(settle);
  useEffect(() => {
    latest.current = settle;
  });
  useEffect(() => unfinished.hold(() => latest.current()), [unfinished]);
}
