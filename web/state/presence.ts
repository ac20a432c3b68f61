/** Somebody who did nothing for so long is not at it. */
const AWAY_AFTER_MS = 5 * 60_000;

let presentAt = Date.now();

/** Notes whenever somebody does something on the page. */
export function watchPresence(): void {
  const present = (): void => {
    presentAt = Date.now();
  };
  for (const sign of ['pointerdown', 'keydown', 'wheel', 'touchstart'] as const)
    document.addEventListener(sign, present, { passive: true, capture: true });
}

/** Whether nobody has done anything on the page for a while. */
export const isAway = (): boolean => Date.now() - presentAt > AWAY_AFTER_MS;
