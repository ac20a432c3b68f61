import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { visible } from '../access/visibleQueries.ts';
import type { StoredDocument } from './matter.ts';

/** Whether a document is for the practice alone. */
export async function markDocument(tx: Tx, id: string, restricted: boolean): Promise<void> {
  await tx('documents').where({ id }).update({ restricted });
}

/** What lies on a matter already, by its bytes. */
export const documentBlobs = (scope: Scope, matterId: string): Promise<string[]> =>
  visible(scope, 'documents').where({ matter_id: matterId }).pluck<string[]>('blob');

export async function insertDocument(tx: Tx, matterId: string, document: StoredDocument): Promise<void> {
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
  });
}

/** Categories that the practice files documents under, by name. */
export function documentCategories(scope: Scope): Promise<string[]> {
  return visible(scope, 'documents').distinct('category').orderBy('category').pluck<string[]>('category');
}
