import type { Comparison } from '../../contract/templates.ts';
import { findInLibrary } from './libraryQueries.ts';
import { findVersion } from './queries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { outlineNames } from './templateContent.ts';
import { compareContents } from './compareContents.ts';
import type { PersonScope } from '../access/scope.ts';
import { readSettings } from '../platform/settings/queries.ts';
import { currentPassages } from './compiled.ts';

/** Two versions of a template side by side, as people read them. */
export async function compareVersions(
  scope: PersonScope,
  id: string,
  fromId: string,
  toId: string,
): Promise<Comparison> {
  const library = await findInLibrary(scope, id);
  const from = await findVersion(scope, fromId);
  const to = await findVersion(scope, toId);
  if (!library || from?.templateId !== id || to?.templateId !== id) throw notFound('version');
  const types = await listMatterTypes(scope);
  const names = outlineNames(types, await currentPassages(scope), (await readSettings(scope)).senders);
  return compareContents(from.content, to.content, names);
}
