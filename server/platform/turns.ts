import { setImmediate as untilNext } from 'node:timers/promises';

/** Whoever waits longer than this waits for something long, and keeps other work back no further. */
const PRECEDENCE_MS = 250;
/** A piece of work is put off this long at most: people who ask without a pause slow it, and never stop it. */
const LONGEST_PUT_OFF_MS = 40;

/**
 * Who goes first on the one thread. Long work in pieces asks before each piece and is put off while somebody waits for an
 * answer, so that an answer takes its own time and the rest of one piece, not the time of every piece between its queries.
 */
export interface Turns {
  /** Somebody waits for an answer from now on, until what this gives is called. */
  readonly serve: () => () => void;
  /** Resolves when the next piece of long work may begin. */
  readonly next: () => Promise<void>;
}

export function turns(): Turns {
  const served = new Set<object>();
  const putOff = new Set<() => void>();
  return {
    serve() {
      const one = {};
      const end = (): void => {
        clearTimeout(timer);
        if (!served.delete(one) || served.size > 0) return;
        for (const go of putOff) go();
      };
      const timer = setTimeout(end, PRECEDENCE_MS).unref();
      served.add(one);
      return end;
    },
    async next() {
      // What has come in meanwhile is heard first.
      await untilNext();
      if (served.size === 0) return;
      await new Promise<void>((resolve) => {
        const go = (): void => {
          clearTimeout(timer);
          putOff.delete(go);
          resolve();
        };
        const timer = setTimeout(go, LONGEST_PUT_OFF_MS);
        putOff.add(go);
      });
    },
  };
}
