import { whatNoLongerHolds } from '../../core/checks/leaving.ts';
import type { LeavingProblem } from '../../core/checks/leaving.ts';
import { roleHas } from '../access/rights.ts';
import type { Scope } from '../access/scope.ts';
import { scopeOf } from '../access/scopeOf.ts';
import { isVisible } from '../access/visibleQueries.ts';
import { findContacts } from '../directory/contactQueries.ts';
import { findMatter } from '../matters/queries.ts';
import type { StoredMessage } from '../messages/message.ts';
import type { Services } from '../platform/services.ts';
import { versionOf } from '../templates/compiled.ts';
import { invitationNoLongerHolds } from './invitations.ts';
import type { Reason } from '../../core/model/reason.ts';

/**
 * Why a message that was sent must not leave after all: everything that binds it is looked at again at the moment of
 * leaving, since a minute or a month may have passed. Undefined where all of it still holds.
 */
export async function whyNot(
  { db }: Pick<Services, 'db'>,
  scope: Scope,
  message: StoredMessage,
): Promise<readonly Reason[] | undefined> {
  const { recipients, channel, frozen, enclosures, templateVersionId } = message;
  const writer = await scopeOf(db, message.authorId);
  const documentIds = enclosures.flatMap((one) => (one.kind === 'document' ? [one.documentId] : []));
  const ids = [...recipients.to, ...recipients.cc, ...recipients.bcc].flatMap(
    ({ contactId }) => contactId ?? [],
  );
  const documents =
    documentIds.length === 0 ? [] : ((await findMatter(scope, message.matterId))?.documents ?? []);
  const template = templateVersionId ? await versionOf(scope, templateVersionId) : undefined;
  const problems = whatNoLongerHolds({
    channel,
    recipients,
    contacts: await findContacts(scope, ids),
    writer: {
      name: writer?.actor.name ?? '',
      maySend: writer !== undefined && roleHas(writer.actor.role, 'work'),
      maySee: writer !== undefined && (await isVisible(writer, message.matterId)),
    },
    documents,
    enclosed: documentIds.flatMap((wanted) => documents.filter(({ id }) => id === wanted)),
    template: template && { name: template.name, retired: template.standing === 'retired' },
    cautions: new Set(frozen?.cautions ?? []),
  });
  const reasons: readonly Reason[] = [
    ...problems.map(reasonOf),
    ...(await invitationNoLongerHolds(scope, message)),
  ];
  return reasons.length === 0
    ? undefined
    : [{ code: 'nothingSent' }, ...reasons, { code: 'recallAndSendAgain' }];
}

const reasonOf = ({ code, params }: LeavingProblem): Reason => ({
  code,
  name: String(params['name'] ?? ''),
  address: String(params['address'] ?? ''),
});
