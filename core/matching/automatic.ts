import type { Signal } from './evidence.ts';

/** What a machine sent to many belongs to no matter, unless it was sent to one. */
export const automatic: Signal = ({ mail }) =>
  mail.automatic ? { code: 'automatic', weight: -5, params: {} } : undefined;
