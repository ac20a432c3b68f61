import type { ContactSort } from '../../contract/directory.ts';
import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import { joined } from '../platform/database/dialects/sqlite/expressions.ts';
import { contactWords, typedWords } from '../platform/database/dialects/sqlite/words.ts';
import { sortedPage, toPage } from '../platform/database/cursor.ts';

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

const listed = (scope: Scope) =>
  sql(scope)('contacts')
    .where('contacts.merged_into_id', null)
    .select(
      {
        id: 'contacts.id',
        seq: 'contacts.seq',
        kind: 'contacts.kind',
        name: 'contacts.name',
        organisation: 'contacts.organisation',
        do_not_write_to: 'contacts.do_not_write_to',
      },
      sql(scope).raw(`${address('email', 'value')} AS email`),
      sql(scope).raw(`${address('phone', 'value')} AS phone`),
      sql(scope).raw(`${address('email', 'bounced')} AS bounced`),
      {
        matters: visible(scope, 'parties')
          .countDistinct('matter_id')
          .where('contact_id', sql(scope).ref('contacts.id')),
      },
    );

const toItem = (row: ListRow): ContactListItem => ({
  id: row.id,
  kind: row.kind,
  name: row.name,
  organisation: row.organisation,
  email: row.email,
  phone: row.phone,
  doNotWriteTo: Boolean(row.do_not_write_to),
  bounced: Boolean(row.bounced),
  matters: row.matters,
});

type SortedRow = ListRow & { readonly sort_value: string };

const SORTS: Readonly<Record<ContactSort, string>> = {
  name: 'contacts.name',
  organisation: "coalesce(contacts.organisation, '')",
  email: `coalesce(${address('email', 'value')}, '')`,
};

interface DirectoryPageQuery {
  readonly query: string;
  readonly sort?: ContactSort;
  readonly reversed?: boolean;
  readonly kind?: 'person' | 'organisation';
  readonly limit: number;
  readonly after: string | undefined;
}

/** A page of the directory in the order asked for, narrowed by words of name, organisation or address. */
export async function listContacts(
  scope: Scope,
  { query, sort = 'name', reversed = false, kind, limit, after }: DirectoryPageQuery,
): Promise<{ readonly items: ContactListItem[]; readonly next: string | null }> {
  const found = listed(scope);
  sortedPage(sql(scope), found, {
    by: SORTS[sort],
    order: 'asc',
    reversed,
    tie: 'contacts.seq',
    after,
    limit,
  });
  if (kind !== undefined) void found.where('contacts.kind', kind);
  const words = typedWords(query);
  if (words) void contactWords.matching(found, words);
  return toPage((await found) as SortedRow[], limit, toItem, (row) => [row.sort_value, row.seq]);
}

export async function contactItems(
  scope: Scope,
  ids: readonly string[],
): Promise<readonly ContactListItem[]> {
  return (
    await listed(scope)
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
export async function sharedAddresses(scope: Scope): Promise<readonly SharedBy[]> {
  const rows = await sql(scope)('contact_addresses')
    .join('contacts', 'contacts.id', 'contact_addresses.contact_id')
    .where('contacts.merged_into_id', null)
    .where('contact_addresses.kind', 'email')
    .groupBy('value_key')
    .havingRaw('count(DISTINCT contact_id) > 1')
    .limit(MOST_GROUPS)
    .select<{ same: string; ids: string }[]>(
      { same: 'contact_addresses.value_key' },
      joined(sql(scope), 'contact_id', 'ids'),
    );
  return rows.map(({ same, ids }) => ({ same, ids: ids.split(',') }));
}

/** Names that several contacts of one kind have, letter for letter but for case. */
export async function sharedNames(scope: Scope): Promise<readonly SharedBy[]> {
  const rows = await sql(scope)('contacts')
    .where('merged_into_id', null)
    .groupByRaw('kind, lower(name)')
    .havingRaw('count(*) > 1')
    .limit(MOST_GROUPS)
    .select<{ same: string; ids: string }[]>(
      sql(scope).raw('min(name) AS same'),
      joined(sql(scope), 'id', 'ids'),
    );
  return rows.map(({ same, ids }) => ({ same, ids: ids.split(',') }));
}

export function allContactIds(scope: Scope): Promise<string[]> {
  return sql(scope)('contacts').where('merged_into_id', null).pluck<string[]>('id');
}
