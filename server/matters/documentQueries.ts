import type { Database } from '../platform/database/openDatabase.ts';
import type { DocumentRow, StoredDocument } from './queries.ts';

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

/** Categories that the practice files documents under, by name. */
export function documentCategories(db: Database): Promise<string[]> {
  return db('documents').distinct('category').orderBy('category').pluck<string[]>('category');
}
