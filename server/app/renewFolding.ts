import { unscoped } from '../access/unscoped.ts';
import { breathe, findContacts, livingContactIds, renewContactWords } from '../directory/contactQueries.ts';
import { renewFinding } from '../matters/changeQueries.ts';
import { findMatter, matterIds } from '../matters/queries.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import type { Services } from '../platform/services.ts';
import { foldedAs, writeFoldedAs } from '../platform/settings/queries.ts';

/** How names are folded for finding; raised whenever the same name would be folded otherwise. */
const FOLDED_AS = 2;
const CONTACTS_AT_ONCE = 200;

/**
 * Writes anew what matters and contacts are found by, where it was folded by an earlier version: once, after the
 * application has started, a few at a time, each in a transaction of its own. Broken off, it begins again at the next start.
 */
export async function renewFolding({ db, log }: Pick<Services, 'db' | 'log'>): Promise<void> {
  const everything = unscoped(db, 'indexing');
  if ((await foldedAs(everything)) === FOLDED_AS) return;
  const ids = await matterIds(everything);
  for (const id of ids) {
    const matter = await findMatter(everything, id);
    if (matter) await inTransaction(db, (tx) => renewFinding(tx, matter));
    await breathe();
  }
  const contactIds = await livingContactIds(everything);
  for (let at = 0; at < contactIds.length; at += CONTACTS_AT_ONCE) {
    const contacts = await findContacts(everything, contactIds.slice(at, at + CONTACTS_AT_ONCE));
    await inTransaction(db, (tx) => renewContactWords(tx, [...contacts.values()]));
    await breathe();
  }
  await inTransaction(db, (tx) => writeFoldedAs(tx, FOLDED_AS));
  log.info({ matters: ids.length, contacts: contactIds.length }, 'names are found by their new folding');
}
