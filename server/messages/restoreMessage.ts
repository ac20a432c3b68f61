import type { Message } from '../../contract/messages.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { findDiscarded, restoreDraft } from './queries.ts';
import { readMessage } from './readMessage.ts';

/** Brings a discarded draft back to the desk. */
export async function restoreMessage(services: Services, scope: PersonScope, id: string): Promise<Message> {
  await changing(services, scope, async ({ tx, scope: inside, audit, tell }) => {
    const matterId = await findDiscarded(inside, id);
    if (matterId === undefined) throw notFound('discardedDraft');
    await restoreDraft(tx, id);
    await audit('message.restored', 'message', id);
    tell({ kind: 'message', id, matterId });
  });
  return readMessage(services, scope, id);
}
