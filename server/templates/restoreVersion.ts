import type { Services } from '../platform/services.ts';
import type { TemplateDetail } from '../../contract/templates.ts';
import { findInLibrary } from './libraryQueries.ts';
import { findVersion, addVersion, updateTemplate } from './queries.ts';
import { notFound, DomainProblem } from '../platform/problems/problem.ts';
import { refuseErrors } from './refuseErrors.ts';
import { findingWords } from './findingWords.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import { readTemplate } from './readTemplate.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Goes back: an old wording becomes a new version, so that nothing of the history is lost. */
export async function restoreVersion(
  services: Services,
  scope: PersonScope,
  id: string,
  versionId: string,
): Promise<TemplateDetail> {
  const found = await findInLibrary(scope, id);
  const old = await findVersion(scope, versionId);
  if (!found || old?.templateId !== id) throw notFound('version');
  if (found.standing === 'approved') await refuseErrors(scope, old.content);
  const words = findingWords(found.name, found.tags, old.content);
  await changing(services, scope, async ({ tx, audit, tell, atUtc }) => {
    const version = { versionId: services.newId(), templateId: asId<TemplateId>(id), content: old.content };
    const made = { by: scope.actor.id, atUtc, why: 'Back to an earlier wording' };
    if (!(await addVersion(tx, version, found.versionId, made))) throw new DomainProblem('templateChanged');
    await updateTemplate(tx, id, { words });
    await audit('template.wentBack', 'template', id, { versionId });
    tell({ kind: 'template', id: id });
  });
  return readTemplate(scope, id);
}
