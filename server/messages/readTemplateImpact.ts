import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { TemplateContentJson, TemplateImpact } from '../../contract/templates.ts';
import { findInLibrary } from '../templates/libraryQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { readContent, typesThatHold } from '../templates/templateContent.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { draftsFromTemplate } from './queries.ts';
import { viewSummary } from './messageSummary.ts';

/** What a new wording would touch before it goes live: drafts made from the old one, and kinds of matter won or lost. */
export async function readImpact(
  office: Office,
  person: Account,
  id: string,
  json: TemplateContentJson,
): Promise<TemplateImpact> {
  const found = await findInLibrary(office.db, id, person.id);
  if (!found) throw notFound('template');
  const after = readContent(json);
  const types = await listMatterTypes(office.db);
  const passages = await office.programs.passages(office.db);
  const names = (content: typeof after): ReadonlySet<string> =>
    new Set(typesThatHold(content, types, passages).map(({ name }) => name));
  const [held, holds] = [names(found.content), names(after)];
  const drafts = (await draftsFromTemplate(office.db, id, person.id)).map(viewSummary);
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
