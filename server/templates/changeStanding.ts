import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { Standing, TemplateDetail } from '../../contract/templates.ts';
import { findInLibrary } from './libraryQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { refuseErrors } from './refuseErrors.ts';
import { updateTemplate } from './queries.ts';
import { auditTemplate, tellTemplates } from './auditTemplate.ts';
import { readTemplate } from './readTemplate.ts';

/** Shares, approves, retires or brings back. One with an error cannot be approved. */
export async function changeStanding(
  office: Office,
  person: Account,
  id: string,
  standing: Standing,
): Promise<TemplateDetail> {
  const found = await findInLibrary(office.db, id, person.id);
  if (!found) throw notFound('template');
  if (standing === 'approved') await refuseErrors(office, found.content);
  const ownerId = standing === 'private' ? (found.ownerId ?? person.id) : found.ownerId;
  await office.db.transaction(async (tx) => {
    await updateTemplate(tx, id, { standing, ownerId });
    await auditTemplate(office, tx, person, `template.${standing}`, id, { was: found.standing });
  });
  tellTemplates(office, id);
  return readTemplate(office, person, id);
}
