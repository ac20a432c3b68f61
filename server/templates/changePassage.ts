import type { Services } from '../platform/services.ts';
import type { ChangePassage, PassageDetail } from '../../contract/passages.ts';
import { findPassage, updatePassage, addPassageVersion } from './passageQueries.ts';
import { notFound, DomainProblem } from '../platform/problems/problem.ts';
import { readPassageBody, refuseCircle } from './passageBody.ts';
import { readPassage } from './readPassage.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Changes a passage everywhere at once, on condition that nobody did meanwhile. */
export async function changePassage(
  services: Services,
  scope: PersonScope,
  id: string,
  change: ChangePassage,
): Promise<PassageDetail> {
  const passage = await findPassage(scope, id);
  if (!passage) throw notFound('passage');
  const body = change.body === undefined ? undefined : readPassageBody(change.body);
  if (body) await refuseCircle(scope, id, change.name ?? passage.name, body);
  await changing(services, scope, async ({ tx, audit, tell, atUtc }) => {
    await updatePassage(tx, id, {
      ...(change.name === undefined ? {} : { name: change.name.trim() }),
      ...(change.folder === undefined ? {} : { folder: change.folder.trim() }),
    });
    if (body) {
      const made = { by: scope.actor.id, atUtc, why: change.why?.trim() || 'Changed wording' };
      const version = { id, versionId: services.newId(), body };
      if (!(await addPassageVersion(tx, version, change.baseVersionId, made))) {
        throw new DomainProblem('passageChanged');
      }
    }
    await audit('passage.changed', 'passage', id, { parts: Object.keys(change) });
    tell({ kind: 'passage', id });
  });
  return readPassage(scope, id);
}
