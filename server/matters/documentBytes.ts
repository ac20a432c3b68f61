import type { Services } from '../platform/services.ts';
import { findMatter } from './queries.ts';
import type { StoredDocument } from './matter.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { PersonScope } from '../access/scope.ts';

/** A document's bytes, for whoever may see its matter. */
export async function documentBytes(
  services: Services,
  scope: PersonScope,
  matterId: string,
  documentId: string,
): Promise<{ readonly document: StoredDocument; readonly bytes: Buffer }> {
  const matter = await findMatter(scope, matterId);
  const document = matter?.documents.find(({ id }) => id === documentId);
  if (!document) throw notFound('document');
  return { document, bytes: await services.blobs.get(document.blob) };
}
