import { whatNoLongerHolds } from '../../core/checks/leaving.ts';
import type { LeavingProblem } from '../../core/checks/leaving.ts';
import { roleHas } from '../access/rights.ts';
import type { Scope } from '../access/scope.ts';
import { scopeOf } from '../access/scopeOf.ts';
import { findContacts } from '../directory/contactQueries.ts';
import { findMatter } from '../matters/queries.ts';
import type { StoredMessage } from '../messages/message.ts';
import type { Services } from '../platform/services.ts';
import { versionOf } from '../templates/compiled.ts';

/**
 * Why a message that was sent must not leave after all: everything that binds it is looked at again at the moment of
 * leaving, since a minute or a month may have passed. Undefined where all of it still holds.
 */
export async function whyNot(
  { db }: Pick<Services, 'db'>,
  scope: Scope,
  message: StoredMessage,
): Promise<string | undefined> {
  const { recipients, channel, frozen, enclosures, templateVersionId } = message;
  const writer = await scopeOf(db, message.authorId);
  const matter = await findMatter(scope, message.matterId);
  const ids = [...recipients.to, ...recipients.cc, ...recipients.bcc].flatMap(
    ({ contactId }) => contactId ?? [],
  );
  const documents = matter?.documents ?? [];
  const template = templateVersionId ? await versionOf(scope, templateVersionId) : undefined;
  const problems = whatNoLongerHolds({
    channel,
    recipients,
    contacts: await findContacts(scope, ids),
    writer: {
      name: writer?.actor.name ?? 'The writer',
      maySend: writer !== undefined && roleHas(writer.actor.role, 'work'),
      maySee: writer !== undefined && (await findMatter(writer, message.matterId)) !== undefined,
    },
    documents,
    enclosed: enclosures.flatMap((one) =>
      one.kind === 'document' ? documents.filter(({ id }) => id === one.documentId) : [],
    ),
    template: template && { name: template.name, retired: template.standing === 'retired' },
    cautions: new Set(frozen?.cautions ?? []),
  });
  return problems.length === 0
    ? undefined
    : `Nothing was sent. ${problems.map((one) => words(one)).join(' ')} Call it back, look at it, and send it again.`;
}

function words({ code, params }: LeavingProblem): string {
  const name = String(params['name'] ?? '');
  switch (code) {
    case 'notToBeWrittenTo':
      return `${name} has been marked as not to be written to.`;
    case 'addressChanged':
      return `The address of ${name} has been changed since: it would have gone to ${String(params['address'])}.`;
    case 'mayNotSend':
      return `${name} may no longer send messages.`;
    case 'mayNotSee':
      return `${name} may no longer see this matter.`;
    case 'newerVersion':
      return `There is a newer version of “${name}” on the matter.`;
    case 'templateWithdrawn':
      return `The template “${name}” has been withdrawn.`;
    default:
      return code satisfies never;
  }
}
