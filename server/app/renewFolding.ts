import { unscoped } from '../access/unscoped.ts';
import { findContacts, renewContactWords } from '../directory/contactQueries.ts';
import { renewFinding } from '../matters/changeQueries.ts';
import { findMatter } from '../matters/queries.ts';
import { sql } from '../platform/database/reads.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import type { Services } from '../platform/services.ts';

/** How names are folded for finding; raised whenever the same name would be folded otherwise. */
const FOLDED_AS = '"2"';
const KEY = 'foldedAs';
const CONTACTS_AT_ONCE = 200;

/**
 * Writes anew what matters and contacts are found by, where it was folded by an earlier version: once, after the
 * application has started, a few at a time. Broken off, it begins again at the next start.
 */
export async function renewFolding({ db, log }: Pick<Services, 'db' | 'log'>): Promise<void> {
  const scope = unscoped(db, 'indexing');
  const row = await sql(scope)('settings').where({ key: KEY }).first<{ value: string } | undefined>('value');
  if (row?.value === FOLDED_AS) return;
  const ids = await sql(scope)('matters').orderBy('seq').pluck<string[]>('id');
  for (const id of ids) {
    const matter = await findMatter(scope, id);
    if (matter) await inTransaction(db, (tx) => renewFinding(tx, matter));
    await new Promise((resolve) => setImmediate(resolve));
  }
  const contactIds = await sql(scope)('contacts').whereNull('merged_into_id').pluck<string[]>('id');
  for (let at = 0; at < contactIds.length; at += CONTACTS_AT_ONCE) {
    const contacts = await findContacts(scope, contactIds.slice(at, at + CONTACTS_AT_ONCE));
    await inTransaction(db, (tx) => renewContactWords(tx, [...contacts.values()]));
    await new Promise((resolve) => setImmediate(resolve));
  }
  await inTransaction(db, (tx) =>
    tx('settings').insert({ key: KEY, value: FOLDED_AS }).onConflict('key').merge(),
  );
  log.info({ matters: ids.length, contacts: contactIds.length }, 'names are found by their new folding');
}
