import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { Comparison } from '../../contract/templates.ts';
import { findInLibrary } from './libraryQueries.ts';
import { findVersion } from './queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { outlineNames } from './templateContent.ts';
import { compareContents } from './compareContents.ts';

/** Two versions of a template side by side, as people read them. */
export async function compareVersions(
  office: Office,
  person: Account,
  id: string,
  fromId: string,
  toId: string,
): Promise<Comparison> {
  const library = await findInLibrary(office.db, id, person.id);
  const from = await findVersion(office.db, fromId);
  const to = await findVersion(office.db, toId);
  if (!library || from?.templateId !== id || to?.templateId !== id)
    throw notFound('version of this template');
  const types = await listMatterTypes(office.db);
  const names = outlineNames(types, await office.programs.passages(office.db));
  return compareContents(from.content, to.content, names);
}
