import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { PassageDetail } from '../../contract/passages.ts';
import { findPassage, findPassageVersion } from './passageQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { changePassage } from './changePassage.ts';

export async function restorePassageVersion(
  office: Office,
  person: Account,
  id: string,
  versionId: string,
): Promise<PassageDetail> {
  const passage = await findPassage(office.db, id);
  const body = await findPassageVersion(office.db, id, versionId);
  if (!passage || !body) throw notFound('version of this passage');
  return changePassage(office, person, id, {
    baseVersionId: passage.versionId,
    body: { ...body },
    why: 'Back to an earlier wording',
  });
}
