import type { Knex } from 'knex';
import { isGeneralFile } from '../../core/model/generalFile.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { numberIn } from '../../core/model/referencePattern.ts';
import type { ReferenceParts } from '../../core/model/referencePattern.ts';
import { asId } from '../../core/model/ids.ts';
import type { ContactId, DocumentId, MatterId } from '../../core/model/ids.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { soundDates, soundTables, soundValues } from '../../core/model/soundValue.ts';
import { listPeople } from '../access/peopleQueries.ts';
import type { Scope } from '../access/scope.ts';
import { ordinaryMatters, seen, visible } from '../access/visibleQueries.ts';
import { toContact } from '../directory/contactQueries.ts';
import type { AddressRow, ContactRow } from '../directory/contactQueries.ts';
import { numberAfter } from '../platform/database/dialects/sqlite/expressions.ts';
import { inList, rowsAsJson } from '../platform/database/dialects/sqlite/json.ts';
import { fromJson, readJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { StoredDocument, StoredMatter } from './matter.ts';
import { linkedOf } from './linkQueries.ts';
import type { LinkRow } from './linkQueries.ts';
import { listMatterTypes, matterTypes, typeOfGeneralFile } from './matterTypeQueries.ts';

export interface MatterRow {
  seq: number;
  id: string;
  reference: string;
  title: string;
  type_id: string;
  stage: string;
  responsible_id: string;
  facts: string;
  dates: string;
  tables: string;
  restricted: number;
  note: string;
  revision: number;
  recent_utc: number;
  filing_token: string;
  last_entry_utc: number | null;
  entry_count: number;
}

interface DocumentRow {
  id: string;
  matter_id: string;
  name: string;
  file_name: string;
  category: string;
  version: number;
  media_type: string;
  size_bytes: number;
  blob: string;
  added_on: string;
  restricted: number;
}

const toDocument = (row: DocumentRow): StoredDocument => ({
  id: asId<DocumentId>(row.id),
  name: row.name,
  fileName: row.file_name,
  category: row.category,
  version: row.version,
  mediaType: row.media_type,
  sizeBytes: row.size_bytes,
  blob: row.blob,
  addedOn: row.added_on as PlainDate,
  ...(row.restricted ? { restricted: true } : {}),
});

/** Reads a matter with all that a message can draw on; undefined where there is none for this actor. */
export async function findMatter(scope: Scope, id: string): Promise<StoredMatter | undefined> {
  const [matter] = await findMatters(scope, [id]);
  return matter;
}

const PARTY = ['seq', 'contact_id', 'role'] as const;
const CONTACT = [
  ...['id', 'kind', 'name', 'title', 'given_name', 'family_name', 'organisation', 'position', 'language'],
  ...['middle_name', 'suffix', 'do_not_write_to', 'own_formal_greeting', 'own_familiar_greeting', 'note'],
  ...['couple_with_id', 'couple_greeting', 'filing_rule', 'facts', 'no_rounds', 'preferred_channel'],
] as const;
const ADDRESS = ['seq', 'contact_id', 'kind', 'label', 'value', 'preferred', 'bounced'] as const;
const DOCUMENT = [
  ...['id', 'name', 'file_name', 'category', 'version', 'media_type', 'size_bytes', 'blob', 'added_on'],
  'restricted',
] as const;

const LINK = ['matter_id', 'key', 'other_id'] as const;

interface WholeRow extends MatterRow {
  party_rows: string;
  contact_rows: string;
  address_rows: string;
  document_rows: string;
  link_rows: string;
}

/** Reads matters whole, newest first, in one statement however many there are: what hangs on each comes along with it. */
export async function findMatters(scope: Scope, ids: readonly string[]): Promise<readonly StoredMatter[]> {
  if (ids.length === 0) return [];
  const db = sql(scope);
  const own = db.ref('matters.id');
  const on = (table: string, columns: readonly string[]): Knex.QueryBuilder =>
    db(table)
      .where({ matter_id: own })
      .select(columns.map((column) => `${table}.${column}`));
  // Its matter was asked for through the scope, and what hangs on it is seen with it.
  const contacts = on('parties', []).clearSelect().select('contact_id');
  const rows = await visible<WholeRow>(scope, 'matters')
    .whereIn('matters.id', [...ids])
    .orderBy('matters.recent_utc', 'desc')
    .select<WholeRow[]>(
      'matters.*',
      rowsAsJson(db, PARTY, on('parties', PARTY), 'party_rows'),
      rowsAsJson(
        db,
        CONTACT,
        db('contacts')
          .whereIn('id', contacts)
          .select([...CONTACT]),
        'contact_rows',
      ),
      rowsAsJson(
        db,
        ADDRESS,
        db('contact_addresses')
          .whereIn('contact_id', contacts)
          .select([...ADDRESS]),
        'address_rows',
      ),
      rowsAsJson(db, DOCUMENT, on('documents', DOCUMENT).whereNull('documents.deleted_utc'), 'document_rows'),
      rowsAsJson(db, LINK, on('matter_links', LINK), 'link_rows'),
    );
  const linked = await linkedOf(
    scope,
    rows.flatMap(({ link_rows }) => fromJson<LinkRow[]>(link_rows)),
  );
  const types = await matterTypes(scope);
  const general = rows.some(({ id }) => isGeneralFile(id)) ? await typeOfGeneralFile(scope) : undefined;
  const people = new Map((await listPeople(scope)).map((person) => [person.id as string, person]));
  return rows.map((row) => {
    const type = types.get(row.type_id)?.type ?? general;
    const responsible = people.get(row.responsible_id);
    if (!type || !responsible) throw new Error(`matter ${row.id} lacks its type or its person`);
    return { ...toMatter(row), type, responsible, linked: linked.get(row.id) ?? {} };
  });
}

const toMatter = (row: WholeRow): Omit<StoredMatter, 'type' | 'responsible' | 'linked'> => ({
  id: asId<MatterId>(row.id),
  reference: row.reference,
  title: row.title,
  stage: row.stage,
  parties: partiesOf(row),
  facts: soundValues(readJson(row.facts)),
  dates: soundDates(readJson(row.dates)),
  tables: soundTables(readJson(row.tables)),
  documents: fromJson<DocumentRow[]>(row.document_rows).sort(byDay).map(toDocument),
  restricted: Boolean(row.restricted),
  note: row.note,
  revision: row.revision,
  filingToken: row.filing_token,
});

const bySeq = (a: { readonly seq: number }, b: { readonly seq: number }): number => a.seq - b.seq;

/** The latest day first, then by name. */
const byDay = (a: DocumentRow, b: DocumentRow): number =>
  a.added_on < b.added_on ? 1 : a.added_on > b.added_on ? -1 : a.name < b.name ? -1 : a.name > b.name ? 1 : 0;

function partiesOf({ party_rows, contact_rows, address_rows }: WholeRow): StoredMatter['parties'] {
  const addresses = groupBy(fromJson<AddressRow[]>(address_rows).sort(bySeq), ({ contact_id }) => contact_id);
  const contacts = new Map(
    fromJson<ContactRow[]>(contact_rows).map((row) => [
      asId<ContactId>(row.id),
      toContact(row, addresses.get(row.id) ?? []),
    ]),
  );
  return fromJson<{ seq: number; contact_id: string; role: string }[]>(party_rows)
    .sort(bySeq)
    .flatMap(({ contact_id, role }) => {
      const contact = contacts.get(asId(contact_id));
      return contact ? [{ role, contact }] : [];
    });
}

/** Matters that are not done with, newest first. */
export async function openMatterIds(scope: Scope, limit: number): Promise<string[]> {
  const query = ordinaryMatters<MatterRow>(scope).orderBy('matters.recent_utc', 'desc').limit(limit);
  for (const { id, stages } of await listMatterTypes(scope)) {
    const closing = stages.filter(({ closes }) => closes).map(({ key }) => key);
    if (closing.length > 0)
      void query.whereNot((one) => void one.where('matters.type_id', id).whereIn('matters.stage', closing));
  }
  return query.pluck<string[]>('matters.id');
}

/** Whether one of these tokens of filing addresses is a matter’s. */
export async function tokensKnown(scope: Scope, tokens: readonly string[]): Promise<boolean> {
  if (tokens.length === 0) return false;
  const known = visible<MatterRow>(scope, 'matters').whereIn('filing_token', [...tokens]);
  return (await known.first('seq')) !== undefined;
}

/** The highest number that a reference of such a pattern has or had, whoever may see its matter; 0 where there is none. */
export async function lastNumber(scope: Scope, parts: ReferenceParts): Promise<number> {
  const { before, after } = parts;
  const db = sql(scope);
  const lasts = await Promise.all(
    (['matters as numbered', 'former_references as numbered'] as const).map(async (table) => {
      const like = db(table).whereRaw('substr(reference, 1, ?) = ?', [before.length, before]);
      if (after !== '') {
        const references = await like.pluck<string[]>('reference');
        return Math.max(0, ...references.map((one) => numberIn(one, parts) ?? 0));
      }
      const row = await like
        .max<{ last: number | null }[]>({ last: numberAfter(db, 'reference', before) })
        .first();
      return row?.last ?? 0;
    }),
  );
  return Math.max(...lasts);
}

/** Whether any other matter has this reference, or had it, whoever may see it: two of one name would mix their mail. */
export async function referenceTaken(scope: Scope, reference: string, butOf = ''): Promise<boolean> {
  const db = sql(scope);
  const now = await db('matters as numbered').where({ reference }).whereNot({ id: butOf }).first('seq');
  const before = await db('former_references').where({ reference }).whereNot({ matter_id: butOf }).first();
  return now !== undefined || before !== undefined;
}

/** The matter that has this reference, or had it. */
export async function matterByReference(scope: Scope, reference: string): Promise<string | undefined> {
  const now = await visible(scope, 'matters')
    .where({ reference })
    .first<{ id: string } | undefined>('matters.id');
  if (now) return now.id;
  const before = await sql(scope)('former_references')
    .whereIn('matter_id', visible(scope, 'matters').select('matters.id'))
    .where({ reference })
    .first<{ matter_id: string } | undefined>('matter_id');
  return before?.matter_id;
}

/** Whose some references are, or were, whoever may see them: what answers somebody goes on to ask for what they may see. */
export async function mattersByReference(
  scope: Scope,
  references: readonly string[],
): Promise<ReadonlyMap<string, { readonly id: string; readonly isFormer: boolean }>> {
  const db = sql(scope);
  const former = await inList(db('former_references'), 'reference', references).select<
    { reference: string; id: string }[]
  >('reference', { id: 'matter_id' });
  const now = await inList(db('matters as numbered'), 'reference', references).select<
    { reference: string; id: string }[]
  >('reference', 'id');
  return new Map<string, { readonly id: string; readonly isFormer: boolean }>([
    ...former.map(({ reference, id }) => [reference, { id, isFormer: true }] as const),
    ...now.map(({ reference, id }) => [reference, { id, isFormer: false }] as const),
  ]);
}

/** Every reference that leads to a matter the actor may see, those it had before among them. */
export async function referencesSeen(scope: Scope): Promise<(readonly [string, string])[]> {
  const now = await ordinaryMatters(scope).select<{ reference: string; id: string }[]>(
    'matters.reference',
    'matters.id',
  );
  const former = await seen(scope, sql(scope)('former_references'), 'matter_id').select<
    { reference: string; id: string }[]
  >('reference', { id: 'matter_id' });
  return [...former, ...now].map(({ reference, id }) => [reference, id] as const);
}

/** Every matter that the actor may see, in the order in which they were opened. */
export const matterIds = (scope: Scope): Promise<string[]> =>
  visible(scope, 'matters').orderBy('seq').pluck<string[]>('id');
