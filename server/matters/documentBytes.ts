import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { findMatter } from './queries.ts';
import type { StoredDocument } from './queries.ts';
import { notFound } from '../http/httpProblem.ts';

/** A document's bytes, for whoever may see its matter. */
export async function documentBytes(
  office: Office,
  person: Account,
  matterId: string,
  documentId: string,
): Promise<{ readonly document: StoredDocument; readonly bytes: Buffer }> {
  const matter = await findMatter(office.db, matterId, person.id);
  const document = matter?.documents.find(({ id }) => id === documentId);
  if (!document) throw notFound('document');
  return { document, bytes: await office.blobs.get(document.blob) };
}
