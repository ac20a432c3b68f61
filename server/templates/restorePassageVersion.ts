import type { Services } from '../platform/services.ts';
import type { PassageDetail } from '../../contract/passages.ts';
import { findPassage, findPassageVersion } from './passageQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { changePassage } from './changePassage.ts';
import type { PersonScope } from '../access/scope.ts';

export async function restorePassageVersion(
  services: Services,
  scope: PersonScope,
  id: string,
  versionId: string,
): Promise<PassageDetail> {
  const passage = await findPassage(scope, id);
  const body = await findPassageVersion(scope, id, versionId);
  if (!passage || !body) throw notFound('version');
  return changePassage(services, scope, id, {
    baseVersionId: passage.versionId,
    body: { ...body },
    why: 'Back to an earlier wording',
  });
}
