import type { Change } from '../access/change.ts';
import { actorId } from '../access/actor.ts';
import { decideIncoming } from './queries.ts';
import type { IncomingState } from './queries.ts';
import { decidedMeanwhile } from './visibleIncoming.ts';

/** Moves what came in from one state to another, within a change. */
export async function decide(
  { tx, actor, atUtc, audit, tell }: Change,
  id: string,
  from: IncomingState,
  state: IncomingState,
): Promise<void> {
  const moved = await decideIncoming(tx, id, from, { state, entryIds: [], personId: actorId(actor), atUtc });
  if (!moved) throw decidedMeanwhile();
  await audit(`incoming.${state}`, 'incoming', id, { from });
  tell({ kind: 'inTray', id });
}
