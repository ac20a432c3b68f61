import { diffWordsWithSpace } from 'diff';
import type { Comparison, TemplateDetail, TemplatePage, TemplateShelves } from '../../contract/templates.ts';
import { foldName } from '../../core/model/words.ts';
import { outlineBody, outlineLine, outlineRest } from '../../core/template/outline.ts';
import type { OutlineNames } from '../../core/template/outline.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { listMatterTypes } from '../repositories/matterTypes.ts';
import type { Account } from '../repositories/people.ts';
import {
  findInLibrary,
  findVersion,
  libraryShelves,
  listLibrary,
  listVersions,
  usersOf,
} from '../repositories/templates.ts';
import type { Standing } from '../repositories/templates.ts';
import { mayChange } from './session.ts';
import { outlineNames, problemsOver, viewContent } from './templateContent.ts';

const DEFAULT_PAGE = 100;
const MAX_WORDS = 8;

export interface LibraryRequest {
  readonly query?: string;
  readonly folder?: string;
  readonly tag?: string;
  readonly standing?: string;
  readonly limit?: number;
  readonly after?: string;
}

const STANDINGS: readonly Standing[] = ['private', 'shared', 'approved', 'retired'];

/** Templates of the library whose name, tags or wording have each word typed. */
export function findTemplates(
  office: Office,
  person: Account,
  { query = '', folder, tag, standing, limit = DEFAULT_PAGE, after }: LibraryRequest,
): Promise<TemplatePage> {
  const words = foldName(query).split(/\s+/).filter(Boolean).slice(0, MAX_WORDS);
  const wanted = STANDINGS.find((known) => known === standing);
  return listLibrary(
    office.db,
    {
      personId: person.id,
      words,
      ...(folder === undefined ? {} : { folder }),
      ...(tag === undefined ? {} : { tag }),
      ...(wanted === undefined ? {} : { standing: wanted }),
    },
    limit,
    after,
  );
}

export const readShelves = (office: Office, person: Account): Promise<TemplateShelves> =>
  libraryShelves(office.db, person.id);

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

/** What differs, word by word. Both sides are bounded by what a document may hold. */
export function compareContents(from: TemplateContent, to: TemplateContent, names: OutlineNames): Comparison {
  const body = ({ body: { content }, blanks }: TemplateContent): string =>
    outlineBody(content, names, blanks).join('\n');
  const rest = (content: TemplateContent): string => outlineRest(content, names).join('\n');
  return {
    subject: differ(outlineLine(from.subject, names, from.blanks), outlineLine(to.subject, names, to.blanks)),
    body: differ(body(from), body(to)),
    rest: differ(rest(from), rest(to)),
  };
}

/** A comparison that would take longer than this is given up, and both wordings are shown whole. */
const COMPARE_MS = 2_000;

function differ(before: string, after: string): Comparison['body'] {
  const parts = diffWordsWithSpace(before, after, { timeout: COMPARE_MS });
  if (!parts)
    return [
      { kind: 'removed', text: before },
      { kind: 'added', text: after },
    ];
  return parts.map(({ added, removed, value }) => ({
    kind: added ? 'added' : removed ? 'removed' : 'same',
    text: value,
  }));
}
