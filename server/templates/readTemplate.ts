import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { TemplateDetail } from '../../contract/templates.ts';
import { findInLibrary, listVersions, usersOf } from './libraryQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { viewContent, problemsOver } from './templateContent.ts';
import { mayChange } from '../access/rights.ts';

/** A template with its wording, what is wrong with it, its versions and who uses it. */
export async function readTemplate(office: Office, person: Account, id: string): Promise<TemplateDetail> {
  const found = await findInLibrary(office.db, id, person.id);
  if (!found) throw notFound('template');
  const { content, ownerId: _ownerId, ...shown } = found;
  const types = await listMatterTypes(office.db);
  const passages = await office.programs.passages(office.db);
  return {
    ...shown,
    content: viewContent(content),
    problems: [...problemsOver(content, types, passages)],
    versions: await listVersions(office.db, id),
    usedBy: await usersOf(office.db, id),
    mayChange: mayChange(person),
  };
}
