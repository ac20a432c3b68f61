import type { Database } from '../platform/database/openDatabase.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import { seenBy } from '../access/visibility.ts';

export interface ContactListItem {
  readonly id: string;
  readonly kind: 'person' | 'organisation';
  readonly name: string;
  readonly organisation: string | null;
  readonly email: string | null;
  readonly phone: string | null;
  readonly doNotWriteTo: boolean;
  readonly bounced: boolean;
  readonly matters: number;
}

interface ListRow {
  seq: number;
  id: string;
  kind: 'person' | 'organisation';
  name: string;
  organisation: string | null;
  email: string | null;
  phone: string | null;
  do_not_write_to: number;
  bounced: number | null;
  matters: number;
}

const address = (kind: string, what: string): string =>
  `(SELECT ${what} FROM contact_addresses a WHERE a.contact_id = contacts.id AND a.kind = '${kind}' ORDER BY a.preferred DESC, a.seq LIMIT 1)`;

const listed = (db: Database) =>
  db('contacts')
    .where('contacts.merged_into_id', null)
    .select<ListRow[]>(
      {
        id: 'contacts.id',
        kind: 'contacts.kind',
        name: 'contacts.name',
        organisation: 'contacts.organisation',
        do_not_write_to: 'contacts.do_not_write_to',
      },
      db.raw('contacts.rowid AS seq'),
      db.raw(`${address('email', 'value')} AS email`),
      db.raw(`${address('phone', 'value')} AS phone`),
      db.raw(`${address('email', 'bounced')} AS bounced`),
      db.raw('(SELECT count(DISTINCT matter_id) FROM parties WHERE contact_id = contacts.id) AS matters'),
    );

const toItem = (row: ListRow): ContactListItem => ({
  id: row.id,
  kind: row.kind,
  name: row.name,
  organisation: row.organisation,
  email: row.email,
  phone: row.phone,
  doNotWriteTo: row.do_not_write_to === 1,
  bounced: row.bounced === 1,
  matters: row.matters,
});

/** Each word typed becomes a quoted prefix; signs of an address part its words, as they do in the index. */
function matchWords(query: string): string | undefined {
  const words = query.normalize('NFC').match(/[\p{L}\p{N}]+/gu) ?? [];
  return words.length > 0
    ? words
        .slice(0, 8)
        .map((word) => `"${word}"*`)
        .join(' ')
    : undefined;
}

/** A page of the directory by name, narrowed by words of name, organisation or address. */
export async function listContacts(
  db: Database,
  {
    query,
    limit,
    after,
  }: { readonly query: string; readonly limit: number; readonly after: string | undefined },
): Promise<{ readonly items: ContactListItem[]; readonly next: string | null }> {
  const cursor = readCursor(after);
  const found = listed(db)
    .orderBy('contacts.name')
    .orderByRaw('contacts.rowid')
    .limit(limit + 1);
  const words = matchWords(query);
  if (words)
    void found.whereRaw('contacts.id IN (SELECT contact_id FROM contact_words WHERE contact_words MATCH ?)', [
      words,
    ]);
  if (cursor) void found.whereRaw('(contacts.name, contacts.rowid) > (?, ?)', [...cursor]);
  return toPage(await found, limit, toItem, (row) => [row.name, row.seq]);
}

export async function contactItems(
  db: Database,
  ids: readonly string[],
): Promise<readonly ContactListItem[]> {
  return (
    await listed(db)
      .whereIn('contacts.id', [...ids])
      .orderBy('contacts.name')
  ).map(toItem);
}

export interface SharedBy {
  readonly same: string;
  readonly ids: readonly string[];
}

/** The most groups that are pointed out at once: when some are dealt with, others follow. */
const MOST_GROUPS = 60;

/** Addresses that several contacts hold. */
export async function sharedAddresses(db: Database): Promise<readonly SharedBy[]> {
  const rows = await db('contact_addresses')
    .join('contacts', 'contacts.id', 'contact_addresses.contact_id')
    .where('contacts.merged_into_id', null)
    .where('contact_addresses.kind', 'email')
    .groupBy('value_key')
    .havingRaw('count(DISTINCT contact_id) > 1')
    .limit(MOST_GROUPS)
    .select<{ same: string; ids: string }[]>(
      { same: 'contact_addresses.value_key' },
      db.raw('group_concat(DISTINCT contact_id) AS ids'),
    );
  return rows.map(({ same, ids }) => ({ same, ids: ids.split(',') }));
}

/** Names that several contacts of one kind have, letter for letter but for case. */
export async function sharedNames(db: Database): Promise<readonly SharedBy[]> {
  const rows = await db('contacts')
    .where('merged_into_id', null)
    .groupByRaw('kind, lower(name)')
    .havingRaw('count(*) > 1')
    .limit(MOST_GROUPS)
    .select<{ same: string; ids: string }[]>(db.raw('min(name) AS same'), db.raw('group_concat(id) AS ids'));
  return rows.map(({ same, ids }) => ({ same, ids: ids.split(',') }));
}

interface MatterOfContact {
  readonly id: string;
  readonly reference: string;
  readonly title: string;
  readonly typeId: string;
  readonly stage: string;
  readonly lastUtc: number | null;
  readonly role: string;
}

/** The matters a contact is on, as far as this person may see them, with the roles there. */
export async function mattersOfContact(
  db: Database,
  contactId: string,
  personId: string,
): Promise<readonly MatterOfContact[]> {
  return db('parties')
    .join('matters', 'matters.id', 'parties.matter_id')
    .where('parties.contact_id', contactId)
    .where(seenBy(db, personId))
    .orderBy('matters.recent_utc', 'desc')
    .select<MatterOfContact[]>({
      id: 'matters.id',
      reference: 'matters.reference',
      title: 'matters.title',
      typeId: 'matters.type_id',
      stage: 'matters.stage',
      lastUtc: 'matters.last_entry_utc',
      role: 'parties.role',
    });
}

/**
 * Makes one contact of two: what the other was on becomes the kept one's. The other stays as a pointer, so that what was
 * filed about it still leads somewhere.
 */
export async function mergeInto(db: Database, keptId: string, otherId: string): Promise<void> {
  await db.raw(
    `DELETE FROM parties WHERE contact_id = ? AND EXISTS
       (SELECT 1 FROM parties p WHERE p.matter_id = parties.matter_id AND p.role = parties.role AND p.contact_id = ?)`,
    [otherId, keptId],
  );
  await db('parties').where({ contact_id: otherId }).update({ contact_id: keptId });
  await db('contacts')
    .where({ couple_with_id: otherId })
    .whereNot({ id: keptId })
    .update({ couple_with_id: keptId });
  await db('contacts').where({ id: keptId, couple_with_id: otherId }).update({ couple_with_id: null });
  await db('contacts').where({ merged_into_id: otherId }).update({ merged_into_id: keptId });
  await db('contacts')
    .where({ id: otherId })
    .update({ merged_into_id: keptId, couple_with_id: null, revision: db.raw('revision + 1') });
  await db('contact_words').where({ contact_id: otherId }).delete();
}

export function allContactIds(db: Database): Promise<string[]> {
  return db('contacts').where('merged_into_id', null).pluck<string[]>('id');
}
