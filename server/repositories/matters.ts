import { randomBytes } from 'node:crypto';
import { groupBy } from '../../core/model/groupBy.ts';
import { foldName } from '../../core/model/words.ts';
import { asId } from '../../core/model/ids.ts';
import type { DocumentId, MatterId, PersonId } from '../../core/model/ids.ts';
import type { MatterDocument, MatterRecord, Person, Row } from '../../core/model/matter.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Value } from '../../core/model/value.ts';
import { findContacts } from './contacts.ts';
import { readCursor, toPage } from './cursor.ts';
import type { Database } from './database.ts';
import { fromJson } from './json.ts';
import { findPeople } from './people.ts';
import { findMatterTypes, listMatterTypes } from './matterTypes.ts';
import { seenBy } from './visibility.ts';

interface MatterRow {
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

/** A document as the store keeps it: what core knows, and where the bytes are. */
export interface StoredDocument extends MatterDocument {
  readonly fileName: string;
  readonly blob: string;
  /** For the practice alone. */
  readonly restricted?: boolean;
}

export interface StoredMatter extends MatterRecord {
  readonly documents: readonly StoredDocument[];
  readonly restricted: boolean;
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
  ...(row.restricted === 1 ? { restricted: true } : {}),
});

const visible = (db: Database, personId: string) => db<MatterRow>('matters').where(seenBy(db, personId));

export async function isVisible(db: Database, matterId: string, personId: string): Promise<boolean> {
  return (await visible(db, personId).where('matters.id', matterId).first('matters.seq')) !== undefined;
}

/** Reads a matter with all that a message can draw on; undefined where there is none for this person. */
export async function findMatter(
  db: Database,
  id: string,
  personId: string,
): Promise<StoredMatter | undefined> {
  const [matter] = await findMatters(db, [id], personId);
  return matter;
}

/** Reads matters whole, newest first, in as many queries for many as for one. */
export async function findMatters(
  db: Database,
  ids: readonly string[],
  personId: string,
): Promise<readonly StoredMatter[]> {
  const rows = await visible(db, personId)
    .whereIn('matters.id', [...ids])
    .orderBy('matters.recent_utc', 'desc')
    .select<MatterRow[]>('matters.*');
  const found = rows.map(({ id }) => id);
  const types = await findMatterTypes(db, [...new Set(rows.map(({ type_id }) => type_id))]);
  const people = await findPeople(db, [...new Set(rows.map(({ responsible_id }) => responsible_id))]);
  const parties = await db('parties')
    .whereIn('matter_id', found)
    .orderBy('seq')
    .select<{ matter_id: string; contact_id: string; role: string }[]>('matter_id', 'contact_id', 'role');
  const contacts = await findContacts(db, [...new Set(parties.map(({ contact_id }) => contact_id))]);
  const documents = await db<DocumentRow>('documents')
    .whereIn('matter_id', found)
    .orderBy([{ column: 'added_on', order: 'desc' }, { column: 'name' }]);
  const partiesOf = groupBy(parties, ({ matter_id }) => matter_id);
  const documentsOf = groupBy(documents, ({ matter_id }) => matter_id);
  return rows.map((row) => {
    const [type, responsible] = [types.get(row.type_id), people.get(row.responsible_id)];
    if (!type || !responsible) throw new Error(`matter ${row.id} lacks its type or its person`);
    return {
      id: asId<MatterId>(row.id),
      reference: row.reference,
      title: row.title,
      type,
      stage: row.stage,
      responsible: responsible satisfies Person,
      parties: (partiesOf.get(row.id) ?? []).flatMap(({ contact_id, role }) => {
        const contact = contacts.get(asId(contact_id));
        return contact ? [{ role, contact }] : [];
      }),
      facts: fromJson<Record<string, Value>>(row.facts),
      dates: fromJson<Record<string, PlainDate>>(row.dates),
      tables: fromJson<Record<string, readonly Row[]>>(row.tables),
      documents: (documentsOf.get(row.id) ?? []).map(toDocument),
      restricted: row.restricted === 1,
    };
  });
}

/** Matters that are not done with, newest first. */
export async function openMatterIds(db: Database, personId: string, limit: number): Promise<string[]> {
  const types = await listMatterTypes(db);
  const query = visible(db, personId).orderBy('matters.recent_utc', 'desc').limit(limit);
  for (const { id, stages } of types) {
    const closing = stages.filter(({ closes }) => closes).map(({ key }) => key);
    if (closing.length > 0)
      void query.whereNot((one) => void one.where('matters.type_id', id).whereIn('matters.stage', closing));
  }
  return query.pluck<string[]>('matters.id');
}

export interface MatterListItem {
  readonly id: string;
  readonly reference: string;
  readonly title: string;
  readonly type: string;
  readonly stage: string;
  readonly responsible: string;
  readonly parties: string[];
  readonly lastEntryAtUtc: number | null;
  readonly entryCount: number;
  readonly restricted: boolean;
}

export interface MatterListQuery {
  readonly personId: string;
  readonly query: string;
  readonly sort: 'recent' | 'reference' | 'title' | 'stage';
  readonly limit: number;
  readonly after: string | undefined;
}

const SORTS = {
  recent: { column: 'matters.recent_utc', order: 'desc', value: (row: MatterRow) => row.recent_utc },
  reference: { column: 'matters.reference', order: 'asc', value: (row: MatterRow) => row.reference },
  title: { column: 'matters.title', order: 'asc', value: (row: MatterRow) => row.title },
  stage: { column: 'matters.stage', order: 'asc', value: (row: MatterRow) => row.stage },
} as const;

/** A page of matters whose reference, title or parties have words that begin with each word typed. */
export async function listMatters(
  db: Database,
  { personId, query, sort, limit, after }: MatterListQuery,
): Promise<{ readonly items: MatterListItem[]; readonly next: string | null }> {
  const { column, order, value } = SORTS[sort];
  const cursor = readCursor(after);
  const found = visible(db, personId)
    .select<MatterRow[]>('matters.*')
    .orderBy(column, order)
    .orderBy('matters.seq', order)
    .limit(limit + 1);
  const words = matchWords(query);
  if (words)
    void found.whereRaw('matters.seq IN (SELECT rowid FROM matter_words WHERE matter_words MATCH ?)', [
      words,
    ]);
  if (cursor)
    void found.whereRaw(`(${column}, matters.seq) ${order === 'desc' ? '<' : '>'} (?, ?)`, [...cursor]);
  const rows = await found;
  const page = toPage(
    rows,
    limit,
    (row) => row,
    (row) => [value(row), row.seq],
  );
  return { items: await describe(db, page.items), next: page.next };
}

/** Each word typed becomes a quoted prefix, so that no sign of the query language can be typed by accident. */
function matchWords(query: string): string | undefined {
  const words = query.normalize('NFC').match(/[\p{L}\p{N}]+/gu) ?? [];
  return words.length > 0
    ? words
        .slice(0, 8)
        .map((word) => `"${word}"*`)
        .join(' ')
    : undefined;
}

async function describe(db: Database, rows: readonly MatterRow[]): Promise<MatterListItem[]> {
  const ids = rows.map(({ id }) => id);
  const types = await listMatterTypes(db);
  const typeById = new Map(types.map((type) => [type.id as string, type]));
  const people = await db('people').select<{ id: string; name: string }[]>('id', 'name');
  const personById = new Map(people.map(({ id, name }) => [id, name]));
  const parties = await db('parties')
    .join('contacts', 'contacts.id', 'parties.contact_id')
    .whereIn('parties.matter_id', ids)
    .orderBy('parties.seq')
    .select<{ matter_id: string; name: string }[]>('parties.matter_id', 'contacts.name');
  const byMatter = groupBy(parties, ({ matter_id }) => matter_id);
  return rows.map((row) => {
    const type = typeById.get(row.type_id);
    return {
      id: row.id,
      reference: row.reference,
      title: row.title,
      type: type?.name ?? '',
      stage: type?.stages.find(({ key }) => key === row.stage)?.label ?? '',
      responsible: personById.get(row.responsible_id) ?? '',
      parties: [...new Set((byMatter.get(row.id) ?? []).map(({ name }) => name))],
      lastEntryAtUtc: row.last_entry_utc,
      entryCount: row.entry_count,
      restricted: row.restricted === 1,
    };
  });
}

/** 72 bits: nobody guesses a matter’s own address. */
const FILING_TOKEN_BYTES = 9;

export interface NewMatter extends StoredMatter {
  readonly openedAtUtc: number;
  readonly accessFor: readonly PersonId[];
}

/** Keeps a new matter with its parties and documents, its words for finding and its names for checking. */
export async function insertMatter(db: Database, matter: NewMatter): Promise<void> {
  const [seq] = await db<MatterRow>('matters').insert({
    id: matter.id,
    reference: matter.reference,
    title: matter.title,
    type_id: matter.type.id,
    stage: matter.stage,
    responsible_id: matter.responsible.id,
    facts: JSON.stringify(matter.facts),
    dates: JSON.stringify(matter.dates),
    tables: JSON.stringify(matter.tables),
    restricted: matter.restricted ? 1 : 0,
    recent_utc: matter.openedAtUtc,
    filing_token: randomBytes(FILING_TOKEN_BYTES).toString('hex'),
  });
  const names = matter.parties.map(({ contact }) => contact.name);
  await db('matter_words').insert({
    rowid: seq,
    reference: matter.reference,
    title: matter.title,
    parties: names.join(' '),
  });
  const parties = matter.parties.map(({ role, contact }) => ({
    matter_id: matter.id,
    contact_id: contact.id,
    role,
  }));
  if (parties.length > 0) await db('parties').insert(parties);
  const access = matter.accessFor.map((personId) => ({ matter_id: matter.id, person_id: personId }));
  if (access.length > 0) await db('matter_access').insert(access);
  const keys = namesToGuard(matter).map((name) => ({ name_key: foldName(name), matter_id: matter.id }));
  if (keys.length > 0) await db('matter_names').insert(keys).onConflict().ignore();
  for (const document of matter.documents) await insertDocument(db, matter.id, document);
}

/** What must not stray into another matter's letters: what this one is about, and its people. */
export function namesToGuard({ type, facts, parties }: MatterRecord): readonly string[] {
  const subject = type.nameFact === undefined ? undefined : facts[type.nameFact];
  const people = parties.flatMap(({ contact }) => (contact.kind === 'person' ? [contact.name] : []));
  return subject?.kind === 'text' ? [subject.text, ...people] : people;
}

export async function filingTokenOf(db: Database, matterId: string): Promise<string> {
  const row = await db('matters').where({ id: matterId }).first<{ filing_token: string }>('filing_token');
  return row.filing_token;
}

/** Whether one of these tokens of filing addresses is a matter’s. */
export async function tokensKnown(db: Database, tokens: readonly string[]): Promise<boolean> {
  if (tokens.length === 0) return false;
  return (
    (await db('matters')
      .whereIn('filing_token', [...tokens])
      .first('seq')) !== undefined
  );
}

/** Whether a document is for the practice alone. */
export async function markDocument(db: Database, id: string, restricted: boolean): Promise<void> {
  await db<DocumentRow>('documents')
    .where({ id })
    .update({ restricted: restricted ? 1 : 0 });
}

/** What lies on a matter already, by its bytes. */
export const documentBlobs = (db: Database, matterId: string): Promise<string[]> =>
  db('documents').where({ matter_id: matterId }).pluck<string[]>('blob');

export async function insertDocument(
  db: Database,
  matterId: string,
  document: StoredDocument,
): Promise<void> {
  await db<DocumentRow>('documents').insert({
    id: document.id,
    matter_id: matterId,
    name: document.name,
    file_name: document.fileName,
    category: document.category,
    version: document.version,
    media_type: document.mediaType,
    size_bytes: document.sizeBytes,
    blob: document.blob,
    added_on: document.addedOn,
    restricted: document.restricted ? 1 : 0,
  });
}

/** Moves a matter up in the list of recent ones, and counts what was filed on it. */
export async function touchMatter(db: Database, matterId: string, entryAtUtc: number): Promise<void> {
  await db('matters')
    .where({ id: matterId })
    .update({
      recent_utc: db.raw('max(recent_utc, ?)', [entryAtUtc]),
      last_entry_utc: db.raw('max(coalesce(last_entry_utc, 0), ?)', [entryAtUtc]),
      entry_count: db.raw('entry_count + 1'),
    });
}

/** The highest number that a reference with this beginning has; 0 where there is none. */
export async function lastReference(db: Database, prefix: string): Promise<number> {
  const row = await db('matters')
    .whereRaw('substr(reference, 1, ?) = ?', [prefix.length, prefix])
    .max<{ last: number | null }[]>({
      last: db.raw('CAST(substr(reference, ?) AS INTEGER)', [prefix.length + 1]),
    })
    .first();
  return row?.last ?? 0;
}

export async function referenceTaken(db: Database, reference: string): Promise<boolean> {
  return (await db('matters').where({ reference }).first('seq')) !== undefined;
}
