import type { Scope } from '../access/scope.ts';
import { ordinaryMatters, visible } from '../access/visibleQueries.ts';
import type { Tx } from '../platform/database/transaction.ts';

interface OpenWork {
  readonly matterIds: readonly string[];
  readonly followUpIds: readonly string[];
}

/** The matters that somebody answers for, and the follow-ups that are theirs and not done. */
export async function openWorkOf(scope: Scope, personId: string): Promise<OpenWork> {
  const matters = await ordinaryMatters(scope)
    .where({ 'matters.responsible_id': personId })
    .select<{ id: string }[]>('matters.id');
  const followUps = await visible(scope, 'follow_ups')
    .where({ 'follow_ups.person_id': personId })
    .whereNull('follow_ups.done_utc')
    .select<{ id: string }[]>('follow_ups.id');
  return { matterIds: matters.map(({ id }) => id), followUpIds: followUps.map(({ id }) => id) };
}

const AT_ONCE = 500;

export async function takeOver(tx: Tx, toId: string, { matterIds, followUpIds }: OpenWork) {
  for (let at = 0; at < matterIds.length; at += AT_ONCE) {
    const some = matterIds.slice(at, at + AT_ONCE);
    await tx('matters').whereIn('id', some).increment('revision').update({ responsible_id: toId });
  }
  for (let at = 0; at < followUpIds.length; at += AT_ONCE)
    await tx('follow_ups')
      .whereIn('id', followUpIds.slice(at, at + AT_ONCE))
      .update({ person_id: toId });
}
