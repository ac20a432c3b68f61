import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { TemplateDetail } from '../../contract/templates.ts';
import { findInLibrary } from './libraryQueries.ts';
import { findVersion, addVersion, updateTemplate } from './queries.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import { refuseErrors } from './refuseErrors.ts';
import { findingWords } from './findingWords.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import { auditTemplate, tellTemplates } from './auditTemplate.ts';
import { readTemplate } from './readTemplate.ts';

/** Goes back: an old wording becomes a new version, so that nothing of the history is lost. */
export async function restoreVersion(
  office: Office,
  person: Account,
  id: string,
  versionId: string,
): Promise<TemplateDetail> {
  const found = await findInLibrary(office.db, id, person.id);
  const old = await findVersion(office.db, versionId);
  if (!found || old?.templateId !== id) throw notFound('version of this template');
  if (found.standing === 'approved') await refuseErrors(office, old.content);
  const words = findingWords(found.name, found.tags, old.content);
  await office.db.transaction(async (tx) => {
    const version = { versionId: office.newId(), templateId: asId<TemplateId>(id), content: old.content };
    const made = { by: person.id, atUtc: office.now(), why: 'Back to an earlier wording' };
    if (!(await addVersion(tx, version, found.versionId, made))) throw new HttpProblem('templateChanged');
    await updateTemplate(tx, id, { words });
    await auditTemplate(office, tx, person, 'template.wentBack', id, { versionId });
  });
  tellTemplates(office, id);
  return readTemplate(office, person, id);
}
