import type { Signal } from './evidence.ts';

/** It was sent, or copied, to the matter's own address, which nobody can guess. */
export const filingAddress: Signal = ({ facts }, { id, reference }) =>
  facts.addressed.has(id) ? { code: 'filingAddress', weight: 14, params: { reference } } : undefined;
