import type { ComposedMessage } from '../../core/compose/index.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId } from '../../core/model/ids.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import type { BegunMessage } from './beginMessage.ts';
import { fetchWanted } from './enclosures/fetchWanted.ts';
import type { StoredMessage } from './message.ts';

/** A composed message as a draft, with its files fetched. Nothing of it is kept yet but files that had to be made. */
export async function draftOf(
  services: Services,
  scope: PersonScope,
  { matter, template, channel, composed }: Omit<BegunMessage, 'mayStart'>,
  { id = services.newId(), roundId }: { readonly id?: string; readonly roundId?: string } = {},
): Promise<StoredMessage> {
  const nowUtc = services.now();
  return {
    id: asId<MessageId>(id),
    matterId: matter.id,
    authorId: scope.actor.id,
    templateVersionId: template?.versionId ?? null,
    channel,
    state: { kind: 'draft' },
    revision: 1,
    ...partsOf(composed),
    enclosures: await fetchWanted(services, scope, matter, composed.reader, composed.enclosures),
    frozen: null,
    createdUtc: nowUtc,
    updatedUtc: nowUtc,
    ...(roundId === undefined ? {} : { roundId }),
  };
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
