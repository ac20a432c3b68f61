export { excerpt, markHits, readQuery } from './query.ts';
export type { Marked, Term } from './query.ts';
