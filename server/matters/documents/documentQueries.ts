import type { Knex } from 'knex';
import type { DocumentQuery, DocumentSort } from '../../../contract/documents.ts';
import { visible } from '../../access/visibleQueries.ts';
import type { Scope } from '../../access/scope.ts';
import { sortedPage } from '../../platform/database/cursor.ts';
import type { Order } from '../../platform/database/cursor.ts';
import { inList } from '../../platform/database/dialects/sqlite/json.ts';
import { sql } from '../../platform/database/reads.ts';
import type { Tx } from '../../platform/database/transaction.ts';
import type { StoredDocument } from '../matter.ts';

/** What lies on a matter already, by its bytes. */
export const documentBlobs = (scope: Scope, matterId: string): Promise<string[]> =>
  visible(scope, 'documents').where({ matter_id: matterId }).pluck<string[]>('blob');

/** What is known of a document besides what a message needs. */
interface DocumentExtras {
  readonly line?: string;
  /** The words inside, as far as they could be read. */
  readonly words?: string;
  readonly addedBy?: string | null;
}

export async function insertDocument(
  tx: Tx,
  matterId: string,
  document: StoredDocument,
  { line = '', words = '', addedBy = null }: DocumentExtras = {},
): Promise<void> {
  await tx('documents').insert({
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
    restricted: document.restricted === true,
    line,
    words,
    added_by: addedBy,
  });
}

/** Categories that the practice files documents under, by name. */
export function documentCategories(scope: Scope): Promise<string[]> {
  return visible(scope, 'documents')
    .whereNull('deleted_utc')
    .distinct('category')
    .orderBy('category')
    .pluck<string[]>('category');
}

export interface DocumentRow {
  readonly id: string;
  readonly matterId: string;
  readonly name: string;
  readonly fileName: string;
  readonly category: string;
  readonly version: number;
  readonly mediaType: string;
  readonly sizeBytes: number;
  readonly blob: string;
  readonly addedOn: string;
  readonly restricted: number;
  readonly line: string;
  readonly addedBy: string | null;
  readonly deletedUtc: number | null;
  readonly latest: number;
  readonly before: string | null;
  readonly sort_value: string | number;
}

const COLUMNS = {
  id: 'documents.id',
  matterId: 'documents.matter_id',
  name: 'documents.name',
  fileName: 'documents.file_name',
  category: 'documents.category',
  version: 'documents.version',
  mediaType: 'documents.media_type',
  sizeBytes: 'documents.size_bytes',
  blob: 'documents.blob',
  addedOn: 'documents.added_on',
  restricted: 'documents.restricted',
  line: 'documents.line',
  deletedUtc: 'documents.deleted_utc',
};

const rowsOf = (scope: Scope): Knex.QueryBuilder => {
  const db = sql(scope);
  const sameName = (): Knex.QueryBuilder =>
    db('documents as other')
      .whereRaw('other.matter_id = documents.matter_id and other.category = documents.category')
      .whereRaw('lower(other.name) = lower(documents.name)')
      .whereNull('other.deleted_utc');
  const latest = sameName().max('other.version').as('latest');
  const before = sameName()
    .whereRaw('other.version < documents.version')
    .orderBy('other.version', 'desc')
    .limit(1)
    .select('other.id')
    .as('before');
  return visible(scope, 'documents')
    .leftJoin('people as adder', 'adder.id', 'documents.added_by')
    .select({ ...COLUMNS, addedBy: 'adder.name' })
    .select(latest, before);
};

export const findDocument = (scope: Scope, matterId: string, id: string): Promise<DocumentRow | undefined> =>
  rowsOf(scope)
    .where({ 'documents.matter_id': matterId, 'documents.id': id })
    .first<DocumentRow | undefined>();

/** Some documents by their ids, whatever order they lie in. */
export const findDocuments = (scope: Scope, ids: readonly string[]): Promise<readonly DocumentRow[]> =>
  rowsOf(scope)
    .whereIn('documents.id', [...ids])
    .then((rows: DocumentRow[]) => rows);

const MOST_WORDS = 8;

const ORDERS: Readonly<Record<DocumentSort, Order>> = {
  day: { by: 'documents.added_on', order: 'desc' },
  name: { by: 'lower(documents.name)', order: 'asc' },
  category: { by: 'documents.category', order: 'asc' },
  size: { by: 'documents.size_bytes', order: 'desc' },
};

/** What lies in a matter's folder or its bin, newest first unless asked otherwise; each of the words stands in its names or inside it. */
export function listDocuments(
  scope: Scope,
  matterId: string,
  { query = '', category, deleted = false, sort = 'day', reversed = false, after }: DocumentQuery,
  limit: number,
): Promise<readonly DocumentRow[]> {
  const found = rowsOf(scope).where({ 'documents.matter_id': matterId });
  if (deleted) void found.whereNotNull('documents.deleted_utc');
  else void found.whereNull('documents.deleted_utc');
  if (category !== undefined) void found.where({ 'documents.category': category });
  for (const word of query.toLowerCase().split(/\s+/).filter(Boolean).slice(0, MOST_WORDS)) {
    const like = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
    const fields = ['name', 'file_name', 'category', 'line', 'words'];
    void found.whereRaw(
      `(${fields.map((field) => `lower(documents.${field}) like ? escape '\\'`).join(' or ')})`,
      fields.map(() => like),
    );
  }
  sortedPage(sql(scope), found, {
    ...ORDERS[sort],
    reversed,
    tie: 'documents.id',
    after,
    limit,
  });
  return found.then((rows: DocumentRow[]) => rows);
}

/** The matter that a document lies on. */
export const matterOfDocument = (scope: Scope, id: string): Promise<string | undefined> =>
  visible(scope, 'documents')
    .where({ 'documents.id': id })
    .first<{ matterId: string } | undefined>({ matterId: 'documents.matter_id' })
    .then((row) => row?.matterId);

/** The words inside a document, as far as they could be read. */
export const documentWords = (scope: Scope, id: string): Promise<string> =>
  visible(scope, 'documents')
    .where({ 'documents.id': id })
    .first<{ words: string } | undefined>('documents.words')
    .then((row) => row?.words ?? '');

/** What can be changed of a document; what is undefined stays as it is. */
export interface DocumentChange {
  readonly name?: string | undefined;
  readonly category?: string | undefined;
  readonly line?: string | undefined;
  readonly addedOn?: string | undefined;
  readonly restricted?: boolean | undefined;
  readonly matterId?: string | undefined;
  readonly version?: number | undefined;
  readonly deletedUtc?: number | null | undefined;
}

export async function updateDocument(tx: Tx, id: string, change: DocumentChange): Promise<void> {
  const columns = {
    name: change.name,
    category: change.category,
    line: change.line,
    added_on: change.addedOn,
    restricted: change.restricted,
    matter_id: change.matterId,
    version: change.version,
    deleted_utc: change.deletedUtc,
  };
  const given = Object.entries(columns).filter(([, value]) => value !== undefined);
  if (given.length > 0) await tx('documents').where({ id }).update(Object.fromEntries(given));
}

/** What versions are counted by: a matter, a category and a name, letter case aside. */
export const addressOfVersion = (of: {
  readonly matterId: string;
  readonly category: string;
  readonly name: string;
}): string => JSON.stringify([of.matterId, of.category, of.name.toLowerCase()]);

interface LatestRow {
  readonly matter_id: string;
  readonly category: string;
  readonly name: string;
  readonly version: number;
}

/** The latest version of everything that lies on some matters. */
export async function latestVersions(
  scope: Scope,
  matterIds: readonly string[],
): Promise<Map<string, number>> {
  const rows = await inList(visible(scope, 'documents'), 'documents.matter_id', [...new Set(matterIds)])
    .groupBy('matter_id', 'category', 'name')
    .select('matter_id', 'category', 'name')
    .max('version as version')
    .then((found) => found as unknown as LatestRow[]);
  const versions = new Map<string, number>();
  for (const { matter_id, category, name, version } of rows) {
    const place = addressOfVersion({ matterId: matter_id, category, name });
    versions.set(place, Math.max(version, versions.get(place) ?? 0));
  }
  return versions;
}
