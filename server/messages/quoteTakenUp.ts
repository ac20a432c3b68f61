import { takenUpAs, withQuoted } from '../../core/compose/index.ts';
import type { PersonScope } from '../access/scope.ts';
import type { StoredMatter } from '../matters/matter.ts';
import type { Services } from '../platform/services.ts';
import type { StoredMessage } from './message.ts';
import { takeUp } from './takeUp.ts';

/** A draft that answers an entry, with that entry's words below its own; any other draft stays as it is. */
export async function quoteTakenUp(
  services: Services,
  scope: PersonScope,
  matter: StoredMatter,
  draft: StoredMessage,
): Promise<StoredMessage> {
  const begun = draft.sendOptions.takenUp;
  if (!begun || begun.how === 'forward' || begun.quoted) return draft;
  const takenUp = await takeUp(services, scope, matter, {
    inReplyTo: begun.entryId,
    answer: begun.how,
    quoted: true,
  });
  if (!takenUp) return draft;
  return {
    ...draft,
    body: withQuoted(draft.body, takenUp),
    sendOptions: { ...draft.sendOptions, takenUp: takenUpAs(takenUp) },
  };
}
