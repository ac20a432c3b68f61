import type { TemplateContentJson, TemplateImpact } from '../../contract/templates.ts';
import { findInLibrary } from '../templates/libraryQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { readContent } from '../templates/readContent.ts';
import { typesThatHold } from '../templates/templateContent.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { draftsFromTemplate } from './queries.ts';
import { viewSummary } from './messageSummary.ts';
import type { PersonScope } from '../access/scope.ts';
import { currentPassages } from '../templates/compiled.ts';

/** What a new wording would touch before it goes live: drafts made from the old one, and kinds of matter won or lost. */
export async function readImpact(
  scope: PersonScope,
  id: string,
  json: TemplateContentJson,
): Promise<TemplateImpact> {
  const found = await findInLibrary(scope, id);
  if (!found) throw notFound('template');
  const after = await readContent(scope, json);
  const types = await listMatterTypes(scope);
  const passages = await currentPassages(scope);
  const names = (content: typeof after): ReadonlySet<string> =>
    new Set(typesThatHold(content, types, passages).map(({ name }) => name));
  const [held, holds] = [names(found.content), names(after)];
  const drafts = (await draftsFromTemplate(scope, id)).map(viewSummary);
  return {
    drafts: drafts.map(({ id: messageId, matterId, matterReference, subject }) => ({
      messageId,
      matterId,
      matterReference,
      subject,
    })),
    loses: [...held].filter((name) => !holds.has(name)),
    gains: [...holds].filter((name) => !held.has(name)),
  };
}
