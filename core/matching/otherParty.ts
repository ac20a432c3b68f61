import type { Signal } from './evidence.ts';

const OTHER_PARTY = 1.2;

/** Somebody else in it is a party. */
export const otherParty: Signal = ({ otherPeople, facts }, { id }) =>
  otherPeople.some((address) => facts.partyOf.get(address)?.includes(id))
    ? { code: 'otherParty', weight: OTHER_PARTY, params: {} }
    : undefined;
