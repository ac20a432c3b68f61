import { startTransition, useEffect, useState } from 'react';

/** Somebody who never rests sees it renewed all the same. */
const LONGEST_MS = 2_000;

/**
 * A value as it was when the page last had nothing else to do, `restMs` after it changed at the earliest: what is worked
 * out and drawn from it never keeps a key that is pressed waiting.
 */
export function useWhenIdle<T>(value: T, restMs: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    let idle: number | undefined;
    const rest = window.setTimeout(() => {
      idle = window.requestIdleCallback(
        () => {
          startTransition(() => {
            setSettled(value);
          });
        },
        { timeout: LONGEST_MS },
      );
    }, restMs);
    return () => {
      window.clearTimeout(rest);
      if (idle !== undefined) window.cancelIdleCallback(idle);
    };
  }, [value, restMs]);
  return settled;
}
