import type { TemplateContentJson, TemplateImpact, TemplateReadiness } from '../../contract/templates.ts';
import { readinessOf } from '../../core/shelf/index.ts';
import { notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { findMatters, openMatterIds } from '../repositories/matters.ts';
import { listMatterTypes } from '../repositories/matterTypes.ts';
import { draftsFromTemplate } from '../repositories/messages.ts';
import type { Account } from '../repositories/people.ts';
import { readSettings } from '../repositories/settings.ts';
import { findInLibrary } from '../repositories/templates.ts';
import { readerFor } from './desk.ts';
import { readContent, typesThatHold } from './templateContent.ts';
import { viewSummary } from './messageView.ts';

/** The most matters one table shows, newest first; the counts are of these. */
const MOST_MATTERS = 400;

/** Which open matters a template can be used on, and why not on the others. */
export async function readReadiness(office: Office, person: Account, id: string): Promise<TemplateReadiness> {
  const template = await office.programs.find(office.db, id);
  if (!template || !(await findInLibrary(office.db, id, person.id))) throw notFound('template in use');
  const settings = await readSettings(office.db);
  const signature = await office.programs.signatureOf(office.db, person.id);
  const ids = await openMatterIds(office.db, person.id, MOST_MATTERS);
  const matters = await findMatters(office.db, ids, person.id);
  const items = matters.map((matter) => {
    const reader = readerFor(matter, person, settings, [], office.now(), signature);
    const readiness = readinessOf(template.program, reader);
    return {
      matterId: matter.id as string,
      reference: matter.reference,
      title: matter.title,
      type: matter.type.name,
      readiness: readiness.kind,
      blanks: readiness.kind === 'blanks' ? readiness.count : 0,
      reasons:
        readiness.kind === 'unavailable'
          ? readiness.reasons.map((reason) => ({ ...reason, params: { ...reason.params } }))
          : [],
    };
  });
  const count = (kind: string): number => items.filter(({ readiness }) => readiness === kind).length;
  return {
    counts: { ready: count('ready'), blanks: count('blanks'), unavailable: count('unavailable') },
    items,
  };
}

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
