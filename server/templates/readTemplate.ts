import type { TemplateDetail } from '../../contract/templates.ts';
import { findInLibrary, listVersions, usersOf } from './libraryQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { typesMeant } from './typesMeant.ts';
import { viewContent, problemsOver } from './templateContent.ts';
import { may } from '../access/rights.ts';
import type { PersonScope } from '../access/scope.ts';
import { currentPassages } from './compiled.ts';

/** A template with its wording, what is wrong with it, its versions and who uses it. */
export async function readTemplate(scope: PersonScope, id: string): Promise<TemplateDetail> {
  const found = await findInLibrary(scope, id);
  if (!found) throw notFound('template');
  const { content, ownerId: _ownerId, ...shown } = found;
  const types = await typesMeant(scope, content);
  const passages = await currentPassages(scope);
  return {
    ...shown,
    content: viewContent(content),
    problems: [...problemsOver(content, types, passages)],
    versions: await listVersions(scope, id),
    usedBy: await usersOf(scope, id),
    mayChange: may(scope.actor, 'wording'),
  };
}
