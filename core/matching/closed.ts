import type { Signal } from './evidence.ts';

/** Closed matters are seldom written about again; an answer or a reference outweighs it. */
export const closed: Signal = (_input, { open }) =>
  open ? undefined : { code: 'closed', weight: -2, params: {} };
