import type { Services } from '../platform/services.ts';
import type { Standing, TemplateDetail } from '../../contract/templates.ts';
import { findInLibrary } from './libraryQueries.ts';
import { may } from '../access/rights.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import { refuseErrors } from './refuseErrors.ts';
import { updateTemplate } from './queries.ts';
import { readTemplate } from './readTemplate.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Shares, approves, retires or brings back. One with an error cannot be approved. */
export async function changeStanding(
  services: Services,
  scope: PersonScope,
  id: string,
  standing: Standing,
): Promise<TemplateDetail> {
  const found = await findInLibrary(scope, id);
  if (!found) throw notFound('template');
  if (standing === 'approved' && !may(scope.actor, 'approve'))
    throw new DomainProblem('notYours', [{ code: 'approvingNotYours' }, { code: 'nothingChanged' }]);
  if (standing === 'approved') await refuseErrors(scope, found.content);
  const ownerId = standing === 'private' ? (found.ownerId ?? scope.actor.id) : found.ownerId;
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await updateTemplate(tx, id, { standing, ownerId });
    await audit(`template.${standing}`, 'template', id, { was: found.standing });
    tell({ kind: 'template', id: id });
  });
  return readTemplate(scope, id);
}
