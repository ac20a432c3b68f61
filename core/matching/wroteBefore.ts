import type { Signal } from './evidence.ts';
import type { CandidateMatter, MatchInput } from './matchInput.ts';
import { openOf, spread } from './onMatters.ts';

const WROTE_BEFORE = 1.6;
const RECENTLY = 0.9;
const RECENT_MS = 45 * 86_400_000;

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
