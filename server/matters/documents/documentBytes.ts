import type { PersonScope } from '../../access/scope.ts';
import { notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { findDocument } from './documentQueries.ts';
import type { DocumentRow } from './documentQueries.ts';

/** A document's bytes, for whoever may see its matter; of one in the bin as well. */
export async function documentBytes(
  services: Services,
  scope: PersonScope,
  matterId: string,
  documentId: string,
): Promise<{ readonly document: DocumentRow; readonly bytes: Buffer }> {
  const document = await findDocument(scope, matterId, documentId);
  if (!document) throw notFound('document');
  return { document, bytes: await services.blobs.get(document.blob) };
}
