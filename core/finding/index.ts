export { excerpt, markHits, readQuery } from './query.ts';
export type { Term } from './query.ts';
