import type { Services } from '../platform/services.ts';
import { findMatter } from './queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { markDocument } from './documentQueries.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Marks a document as for the practice alone, so that its leaving is cautioned, or takes the mark off. */
export async function restrictDocument(
  services: Services,
  scope: PersonScope,
  matterId: string,
  documentId: string,
  restricted: boolean,
): Promise<Record<string, never>> {
  const matter = await findMatter(scope, matterId);
  if (!matter?.documents.some(({ id }) => id === documentId)) throw notFound('document');
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await markDocument(tx, documentId, restricted);
    await audit(restricted ? 'document.restricted' : 'document.allowed', 'matter', matterId, { documentId });
    tell({ kind: 'matter', id: matterId, matterId });
  });
  return {};
}
