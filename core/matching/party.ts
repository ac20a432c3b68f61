import type { Signal } from './evidence.ts';
import { openOf, spread } from './onMatters.ts';

const PARTY = 4.2;
/** Somebody on very many matters is still a party of each. */
const LEAST_PARTY = 1.2;

/** Whoever wrote it, or it went to, is a party of the matter. */
export const party: Signal = (input, { id }) => {
  const held = input.people
    .map((address) => openOf(input, input.facts.partyOf.get(address) ?? []))
    .filter((ids) => ids.includes(id));
  const [fewest] = held.map((ids) => ids.length).sort((a, b) => a - b);
  if (fewest === undefined) return undefined;
  const weight = Math.max(LEAST_PARTY, PARTY - spread(fewest));
  return { code: 'party', weight, params: { matters: fewest } };
};
