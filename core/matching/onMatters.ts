import type { MatterId } from '../model/ids.ts';
import type { MatchInput } from './matchInput.ts';

/** A broker is on many matters, and says the less about which. */
export const spread = (count: number): number => Math.log(Math.max(1, count));

/** Those that are open, where any are: a closed matter counts only beside its like. */
export const openOf = ({ facts }: MatchInput, ids: readonly MatterId[]): readonly MatterId[] => {
  const open = ids.filter((id) => facts.matters.get(id)?.open !== false);
  return open.length > 0 ? open : ids;
};
