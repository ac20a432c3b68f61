import type { Scope } from '../../access/scope.ts';
import type { StoredMessage } from '../../messages/message.ts';
import { inTransaction } from '../../platform/database/transaction.ts';
import { hashOfSecret, newSecret } from '../../platform/secretAddress.ts';
import type { Services } from '../../platform/services.ts';
import type { PracticeSettings } from '../../platform/settings/practiceSettings.ts';
import { versionOf } from '../../templates/compiled.ts';
import { insertNewsLink } from './newsQueries.ts';

/**
 * The address under which the recipient of a round's message says that they want no more of its kind, where the practice
 * calls that kind news; undefined for everything else. It is kept by its hash alone, so that the message is the only place
 * where it stands. A message that is never sent leaves an address that nobody has.
 */
export async function newsLinkFor(
  services: Pick<Services, 'db' | 'now' | 'config'>,
  scope: Scope,
  { roundId, channel, recipients, templateVersionId }: StoredMessage,
  { newsCategories }: PracticeSettings,
): Promise<string | undefined> {
  const { answerUrl } = services.config;
  const [only, ...others] = [...recipients.to, ...recipients.cc, ...recipients.bcc];
  if (roundId === undefined || channel !== 'email' || answerUrl === undefined) return undefined;
  if (!only?.contactId || others.length > 0 || templateVersionId === null) return undefined;
  const category = (await versionOf(scope, templateVersionId))?.content.category;
  if (category === undefined || !newsCategories.includes(category)) return undefined;
  const secret = newSecret();
  const link = { contactId: only.contactId, category };
  await inTransaction(services.db, (tx) => insertNewsLink(tx, hashOfSecret(secret), link, services.now()));
  return `${answerUrl}/n/${secret}`;
}
