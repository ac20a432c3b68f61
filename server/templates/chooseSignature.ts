import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { Signatures } from '../../contract/passages.ts';
import { findPassage, chooseSignature } from './passageQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { auditPassage } from './auditPassage.ts';
import { readSignatures } from './readSignatures.ts';

/** Gives somebody a default signature; the one before it simply is no longer. */
export async function setSignature(
  office: Office,
  person: Account,
  forId: string,
  passageId: string | null,
): Promise<Signatures> {
  if (passageId !== null && !(await findPassage(office.db, passageId))) throw notFound('passage');
  await office.db.transaction(async (tx) => {
    if (!(await chooseSignature(tx, forId, passageId))) throw notFound('person');
    await auditPassage(office, tx, person, 'passage.signature', passageId ?? 'none', { forId });
  });
  office.changes.tell({ kind: 'passage', id: passageId ?? forId });
  return readSignatures(office);
}
