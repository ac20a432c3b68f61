import { addressKey } from '../../../core/recipients/address.ts';
import type { Change } from '../../access/change.ts';
import type { Scope } from '../../access/scope.ts';
import { findEntry } from '../../correspondence/queries.ts';
import type { StoredChase } from './chase.ts';
import { chasesUnderWay, conversationOfEntry, heardSince, moveChase } from './chaseQueries.ts';

/** Whether somebody answered: in the conversation, or on the matter from an address that the message went to. Mail of machines answers nothing. */
export async function isAnswered(scope: Scope, chase: StoredChase): Promise<boolean> {
  const heard = await heardSince(scope, chase.matterId, chase.startedUtc);
  if (heard.length === 0) return false;
  const entry = await findEntry(scope, chase.entryId);
  const conversation = await conversationOfEntry(scope, chase.entryId);
  const asked = new Set([...(entry?.people.to ?? [])].map(({ address }) => addressKey(address)));
  return heard.some(
    ({ conversationId, from }) => conversationId === conversation || asked.has(addressKey(from)),
  );
}

/** Ends the plans on a matter that what was just filed there answers, in the transaction that files it. */
export async function endAnswered(
  { tx, scope, atUtc, audit, tell }: Change,
  matterId: string,
): Promise<void> {
  for (const chase of await chasesUnderWay(scope, { matterId })) {
    if (!(await isAnswered(scope, chase))) continue;
    if (!(await moveChase(tx, chase, { ended: { why: 'answered', atUtc } }))) continue;
    await audit('chase.answered', 'matter', matterId, { chaseId: chase.id });
    tell({ kind: 'matter', id: matterId, matterId });
  }
}
