import type { Services } from '../platform/services.ts';
import type { ChangeTemplate, TemplateDetail } from '../../contract/templates.ts';
import { findInLibrary } from './libraryQueries.ts';
import { notFound, DomainProblem } from '../platform/problems/problem.ts';
import { readContent } from './readContent.ts';
import { refuseErrors } from './refuseErrors.ts';
import { findingWords } from './findingWords.ts';
import { updateTemplate, addVersion } from './queries.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import { readTemplate } from './readTemplate.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Changes a template: a new version where its wording does, on condition that nobody made one meanwhile. */
export async function changeTemplate(
  services: Services,
  scope: PersonScope,
  id: string,
  change: ChangeTemplate,
): Promise<TemplateDetail> {
  const found = await findInLibrary(scope, id);
  if (!found) throw notFound('template');
  const content = change.content === undefined ? undefined : await readContent(scope, change.content);
  const [name, tags] = [change.name ?? found.name, change.tags ?? found.tags];
  if (content && found.standing === 'approved') await refuseErrors(scope, content);
  const words = findingWords(name, tags, content ?? found.content);
  await changing(services, scope, async ({ tx, audit, tell, atUtc }) => {
    await updateTemplate(tx, id, {
      words,
      ...(change.name === undefined ? {} : { name: change.name.trim() }),
      ...(change.folder === undefined ? {} : { folder: change.folder.trim() }),
      ...(change.tags === undefined ? {} : { tags: change.tags }),
    });
    if (content) {
      const version = { versionId: services.newId(), templateId: asId<TemplateId>(id), content };
      const made = { by: scope.actor.id, atUtc, why: change.why?.trim() || 'Changed wording' };
      if (!(await addVersion(tx, version, change.baseVersionId, made))) {
        throw new DomainProblem('templateChanged');
      }
    }
    await audit('template.changed', 'template', id, { parts: Object.keys(change) });
    tell({ kind: 'template', id: id });
  });
  return readTemplate(scope, id);
}
