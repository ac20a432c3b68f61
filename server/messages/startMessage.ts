import type { Message, StartMessage } from '../../contract/messages.ts';
import type { ComposedMessage } from '../../core/compose/index.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId } from '../../core/model/ids.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { beginMessage } from './beginMessage.ts';
import { layoutDraft } from './draftLayout.ts';
import { fetchWanted } from './enclosures/fetchWanted.ts';
import type { StoredMessage } from './message.ts';
import { viewMessage } from './messageView.ts';
import { insertMessage } from './queries.ts';

/** Starts a message on a matter: composed, with its files fetched, kept as a draft at once. */
export async function startMessage(
  services: Services,
  scope: PersonScope,
  matterId: string,
  start: StartMessage,
): Promise<Message> {
  const { matter, template, channel, composed, mayStart } = await beginMessage(
    services,
    scope,
    matterId,
    start,
  );
  mayStart();
  const enclosures = await fetchWanted(services, scope, matter, composed.reader, composed.enclosures);
  const nowUtc = services.now();
  const message: StoredMessage = {
    id: asId<MessageId>(services.newId()),
    matterId: matter.id,
    authorId: scope.actor.id,
    templateVersionId: template?.versionId ?? null,
    channel,
    state: { kind: 'draft' },
    revision: 1,
    ...partsOf(composed),
    enclosures,
    frozen: null,
    createdUtc: nowUtc,
    updatedUtc: nowUtc,
  };
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await insertMessage(tx, message);
    const { templateVersionId } = message;
    await audit('message.started', 'message', message.id, { matterId, templateVersionId });
    tell({ kind: 'message', id: message.id, matterId });
  });
  return viewMessage(services, scope, await layoutDraft(services, scope, message, matter));
}

/** What is kept of a composed message; its files are fetched apart. */
export const partsOf = ({
  recipients,
  subject,
  body,
  blanks,
  answers,
  sendOptions,
  references,
}: ComposedMessage): Pick<
  StoredMessage,
  'recipients' | 'subject' | 'body' | 'blanks' | 'answers' | 'sendOptions' | 'references'
> => ({ recipients, subject, body, blanks, answers, sendOptions, references });
