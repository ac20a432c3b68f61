/** A Tuesday morning; the demo's days are counted from it. */
export const NOW = Date.parse('2026-11-24T09:00:00Z');

/** Matters of the demo practice that tests work on. */
export const MATTERS = 8;
