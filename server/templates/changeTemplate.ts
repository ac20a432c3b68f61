import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { ChangeTemplate, TemplateDetail } from '../../contract/templates.ts';
import { findInLibrary } from './libraryQueries.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import { readContent } from './templateContent.ts';
import { refuseErrors } from './refuseErrors.ts';
import { findingWords } from './findingWords.ts';
import { updateTemplate, addVersion } from './queries.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import { auditTemplate, tellTemplates } from './auditTemplate.ts';
import { readTemplate } from './readTemplate.ts';

/** Changes a template: a new version where its wording does, on condition that nobody made one meanwhile. */
export async function changeTemplate(
  office: Office,
  person: Account,
  id: string,
  change: ChangeTemplate,
): Promise<TemplateDetail> {
  const found = await findInLibrary(office.db, id, person.id);
  if (!found) throw notFound('template');
  const content = change.content === undefined ? undefined : readContent(change.content);
  const [name, tags] = [change.name ?? found.name, change.tags ?? found.tags];
  if (content && found.standing === 'approved') await refuseErrors(office, content);
  const words = findingWords(name, tags, content ?? found.content);
  await office.db.transaction(async (tx) => {
    await updateTemplate(tx, id, {
      words,
      ...(change.name === undefined ? {} : { name: change.name.trim() }),
      ...(change.folder === undefined ? {} : { folder: change.folder.trim() }),
      ...(change.tags === undefined ? {} : { tags: change.tags }),
    });
    if (content) {
      const version = { versionId: office.newId(), templateId: asId<TemplateId>(id), content };
      const made = { by: person.id, atUtc: office.now(), why: change.why?.trim() || 'Changed wording' };
      if (!(await addVersion(tx, version, change.baseVersionId, made))) {
        throw new HttpProblem(
          'templateChanged',
          'Somebody has made a newer version meanwhile. Yours is still here; look at theirs before you keep it.',
        );
      }
    }
    await auditTemplate(office, tx, person, 'template.changed', id, { parts: Object.keys(change) });
  });
  tellTemplates(office, id);
  return readTemplate(office, person, id);
}
