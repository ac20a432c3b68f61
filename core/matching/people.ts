import type { MatterId } from '../model/ids.ts';
import type { Signal } from './evidence.ts';
import type { CandidateMatter, MatchInput } from './matchInput.ts';

const PARTY = 4.2;
/** Somebody on very many matters is still a party of each. */
const LEAST_PARTY = 1.2;
const OTHER_PARTY = 1.2;
const WROTE_BEFORE = 1.6;
const RECENTLY = 0.9;
const RECENT_MS = 45 * 86_400_000;
/** A broker is on many matters, and says the less about which. */
const spread = (count: number): number => Math.log(Math.max(1, count));

const openOf = ({ facts }: MatchInput, ids: readonly MatterId[]): readonly MatterId[] => {
  const open = ids.filter((id) => facts.matters.get(id)?.open !== false);
  return open.length > 0 ? open : ids;
};

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

/** Somebody else in it is a party. */
export const otherParty: Signal = ({ otherPeople, facts }, { id }) =>
  otherPeople.some((address) => facts.partyOf.get(address)?.includes(id))
    ? { code: 'otherParty', weight: OTHER_PARTY, params: {} }
    : undefined;

/** Whoever wrote it was in correspondence on the matter before, the likelier the shorter ago. */
export const wroteBefore: Signal = (input, matter) => {
  const on = input.people
    .map((address) => openOf(input, input.facts.wroteOn.get(address) ?? []))
    .filter((ids) => ids.includes(matter.id));
  const [fewest] = on.map((ids) => ids.length).sort((a, b) => a - b);
  if (fewest === undefined) return undefined;
  const weight = WROTE_BEFORE - spread(fewest) / 3 + (isRecent(input, matter) ? RECENTLY : 0);
  return { code: 'wroteBefore', weight, params: {} };
};

const isRecent = ({ mail }: MatchInput, { lastEntryAtUtc }: CandidateMatter): boolean =>
  lastEntryAtUtc !== undefined && mail.sentAtUtc - lastEntryAtUtc < RECENT_MS;
