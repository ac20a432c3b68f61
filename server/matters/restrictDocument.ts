import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { findMatter } from './queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { markDocument } from './documentQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';

/** Marks a document as for the practice alone, so that its leaving is cautioned, or takes the mark off. */
export async function restrictDocument(
  office: Office,
  person: Account,
  matterId: string,
  documentId: string,
  restricted: boolean,
): Promise<Record<string, never>> {
  const matter = await findMatter(office.db, matterId, person.id);
  if (!matter?.documents.some(({ id }) => id === documentId)) throw notFound('document');
  await office.db.transaction(async (tx) => {
    await markDocument(tx, documentId, restricted);
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: restricted ? 'document.restricted' : 'document.allowed',
      subjectKind: 'matter',
      subjectId: matterId,
      detail: { documentId },
    });
  });
  office.changes.tell({ kind: 'matter', id: matterId, matterId });
  return {};
}
