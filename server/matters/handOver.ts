import type { Change } from '../access/change.ts';
import type { HandedOver } from '../access/services.ts';
import { unscoped } from '../access/unscoped.ts';
import { openWorkOf, takeOver } from './handOverQueries.ts';

/**
 * Gives one person's open matters and follow-ups to another. All of them, those too that whoever does it may not see: a
 * restricted matter is seen by whom its list names, and by the one who answers for it now.
 */
export async function handOver(change: Change, fromId: string, toId: string): Promise<HandedOver> {
  const work = await openWorkOf(unscoped(change.tx, 'start'), fromId);
  await takeOver(change.tx, toId, work);
  for (const id of work.matterIds) {
    await change.audit('matter.handedOver', 'matter', id, { fromId, toId });
    change.tell({ kind: 'matter', id, matterId: id });
  }
  return { matters: work.matterIds.length, followUps: work.followUpIds.length };
}

export async function hasWork(change: Change, personId: string): Promise<boolean> {
  const { matterIds, followUpIds } = await openWorkOf(unscoped(change.tx, 'start'), personId);
  return matterIds.length + followUpIds.length > 0;
}
