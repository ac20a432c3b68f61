import type { MatterDocument, MatterRecord, Person, Row } from '../../core/model/matter.ts';
import { asId } from '../../core/model/ids.ts';
import type { DocumentId, MatterId } from '../../core/model/ids.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { seenBy } from '../access/visibility.ts';
import { findMatterTypes, listMatterTypes } from './matterTypeQueries.ts';
import { findPeople } from '../access/peopleQueries.ts';
import { findContacts } from '../directory/contactQueries.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { fromJson } from '../platform/database/json.ts';
import type { Value } from '../../core/model/value.ts';

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
  recent_utc: number;
  filing_token: string;
  last_entry_utc: number | null;
  entry_count: number;
}

export interface DocumentRow {
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

export const visible = (db: Database, personId: string) =>
  db<MatterRow>('matters').where(seenBy(db, personId));

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
