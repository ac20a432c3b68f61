import type { Message, StartMessage } from '../../contract/messages.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { beginMessage } from './beginMessage.ts';
import { layoutDraft } from './draftLayout.ts';
import { draftOf } from './draftOf.ts';
import { viewMessage } from './messageView.ts';
import { insertMessage } from './queries.ts';

/** Starts a message on a matter: composed, with its files fetched, kept as a draft at once. */
export async function startMessage(
  services: Services,
  scope: PersonScope,
  matterId: string,
  start: StartMessage,
): Promise<Message> {
  const begun = await beginMessage(services, scope, matterId, start);
  begun.mayStart();
  const message = await draftOf(services, scope, begun);
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await insertMessage(tx, message);
    const { templateVersionId } = message;
    await audit('message.started', 'message', message.id, { matterId, templateVersionId });
    tell({ kind: 'message', id: message.id, matterId });
  });
  return viewMessage(services, scope, await layoutDraft(services, scope, message, begun.matter));
}
