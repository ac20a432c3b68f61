import { asId } from '../../../core/model/ids.ts';
import type { ContactId } from '../../../core/model/ids.ts';
import type { Practice } from '../../../core/model/matter.ts';
import { changing } from '../../access/change.ts';
import { unscoped } from '../../access/unscoped.ts';
import { contactRevision, findContacts, updateContact } from '../../directory/contactQueries.ts';
import { hashOfSecret, isSecret } from '../../platform/secretAddress.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { findNewsLink } from './newsQueries.ts';

/** What an address leads to: the practice, and the kind of its news; no kind where there is no such address. */
export async function newsOf(
  { db }: Pick<Services, 'db'>,
  secret: string,
): Promise<{ readonly practice: Practice; readonly category: string | undefined }> {
  const scope = unscoped(db, 'news');
  const { practice } = await readSettings(scope);
  const link = isSecret(secret) ? await findNewsLink(scope, hashOfSecret(secret)) : undefined;
  return { practice, category: link?.category };
}

/** Notes that somebody wants no more news of a kind; asked twice it is the same. False where there is no such address. */
export async function leaveNews(
  services: Pick<Services, 'db' | 'now' | 'changes'>,
  secret: string,
): Promise<boolean> {
  if (!isSecret(secret)) return false;
  const scope = unscoped(services.db, 'news');
  return changing(services, scope, async ({ tx, scope: inside, audit, tell, leaveAsIs }) => {
    const link = await findNewsLink(inside, hashOfSecret(secret));
    const contact =
      link && (await findContacts(inside, [link.contactId])).get(asId<ContactId>(link.contactId));
    if (!link || !contact || contact.noRounds?.includes(link.category)) {
      leaveAsIs();
      return link !== undefined;
    }
    const noRounds = [...(contact.noRounds ?? []), link.category];
    const revision = await contactRevision(inside, contact.id);
    if (revision === undefined || !(await updateContact(tx, { ...contact, noRounds }, revision)))
      throw new Error('a contact changed within the transaction that reads it');
    await audit('contact.wantsNoRounds', 'contact', contact.id, { category: link.category });
    tell({ kind: 'contact', id: contact.id });
    return true;
  });
}
