import type { Reads } from '../../platform/database/reads.ts';
import { notFound } from '../../platform/problems/problem.ts';
import type { StoredRound } from './round.ts';
import { findRound } from './roundQueries.ts';

/** A round that is known to be there. */
export async function roundHere(reads: Reads, id: string): Promise<StoredRound> {
  const round = await findRound(reads, id);
  if (!round) throw notFound('round');
  return round;
}
