import type { Signal } from './evidence.ts';
import { openOf, spread } from './onMatters.ts';

const PARTY = 4.2;
/** Somebody on very many matters is still a party of each. */
const LEAST_PARTY = 1.2;

/** Whoever wrote it, or it went to, is a party of the matter. */
export const party: Signal = (input, { id }) => {
  const held = input.people
    .map((address) => input.facts.partyOf.get(address) ?? [])
    .map((all) => ({ all, open: openOf(input, all) }))
    .filter(({ open }) => open.includes(id))
    .sort((a, b) => a.open.length - b.open.length);
  const [fewest] = held;
  if (!fewest) return undefined;
  const weight = Math.max(LEAST_PARTY, PARTY - spread(fewest.open.length));
  // Open ones alone weigh; what is said counts all of them.
  return { code: 'party', weight, params: { matters: fewest.all.length } };
};
