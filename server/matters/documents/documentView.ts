import type { DocumentItem, DocumentPage, DocumentQuery } from '../../../contract/documents.ts';
import type { Scope } from '../../access/scope.ts';
import { isVisible } from '../../access/visibleQueries.ts';
import { toPage } from '../../platform/database/cursor.ts';
import { notFound } from '../../platform/problems/problem.ts';
import { listDocuments } from './documentQueries.ts';
import type { DocumentRow } from './documentQueries.ts';

const USUAL = 50;

export const viewDocument = (row: DocumentRow): DocumentItem => ({
  id: row.id,
  name: row.name,
  fileName: row.fileName,
  category: row.category,
  version: row.version,
  mediaType: row.mediaType,
  sizeBytes: row.sizeBytes,
  addedOn: row.addedOn,
  restricted: row.restricted === 1,
  line: row.line,
  addedBy: row.addedBy,
  deleted: row.deletedUtc !== null,
  superseded: row.deletedUtc === null && row.version < row.latest,
  before: row.before,
});

/** The documents of a matter, a page of them. */
export async function readDocuments(
  scope: Scope,
  matterId: string,
  query: DocumentQuery,
): Promise<DocumentPage> {
  if (!(await isVisible(scope, matterId))) throw notFound('matter');
  const limit = query.limit ?? USUAL;
  const rows = await listDocuments(scope, matterId, query, limit);
  return toPage(rows, limit, viewDocument, ({ sort_value, id }) => [sort_value, id]);
}
