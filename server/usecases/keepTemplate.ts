import type { ChangeTemplate, NewTemplate, Standing, TemplateDetail } from '../../contract/templates.ts';
import { foldName } from '../../core/model/words.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { listMatterTypes } from '../repositories/matterTypes.ts';
import type { Account } from '../repositories/people.ts';
import {
  addVersion,
  findInLibrary,
  findVersion,
  insertTemplate,
  updateTemplate,
} from '../repositories/templates.ts';
import { wordsOf } from './programCache.ts';
import { problemsOver, readContent } from './templateContent.ts';
import { readTemplate } from './templateLibrary.ts';

/** What a template is found by: name, tags and wording, folded. */
export const findingWords = (name: string, tags: readonly string[], content: TemplateContent): string =>
  `${foldName([name, ...tags].join(' '))} ${wordsOf(content)}`;

/** Keeps a new template, its owner's alone until it is shared. */
export async function createTemplate(
  office: Office,
  person: Account,
  { name, channel, folder = '', tags = [], content: json }: NewTemplate,
): Promise<TemplateDetail> {
  const content = readContent(json);
  const templateId = asId<TemplateId>(office.newId());
  const made = { by: person.id, atUtc: office.now(), why: 'First wording' };
  await office.db.transaction(async (tx) => {
    await insertTemplate(
      tx,
      {
        templateId,
        versionId: office.newId(),
        name: name.trim(),
        channel,
        content,
        standing: 'private',
        ownerId: person.id,
        folder: folder.trim(),
        tags,
        words: findingWords(name, tags, content),
      },
      made,
    );
    await audit(office, tx, person, 'template.made', templateId, { name });
  });
  tellTemplates(office, templateId);
  return readTemplate(office, person, templateId);
}

/** Changes a template: a new version where its wording does, on condition that nobody made one meanwhile. */
export async function changeTemplate(
  office: Office,
  person: Account,
  id: string,
  change: ChangeTemplate,
): Promise<TemplateDetail> {
  const found = await findInLibrary(office.db, id, person.id);
  if (!found) throw notFound('template');
  const content = change.content === undefined ? undefined : readContent(change.content);
  const [name, tags] = [change.name ?? found.name, change.tags ?? found.tags];
  if (content && found.standing === 'approved') await refuseErrors(office, content);
  const words = findingWords(name, tags, content ?? found.content);
  await office.db.transaction(async (tx) => {
    await updateTemplate(tx, id, {
      words,
      ...(change.name === undefined ? {} : { name: change.name.trim() }),
      ...(change.folder === undefined ? {} : { folder: change.folder.trim() }),
      ...(change.tags === undefined ? {} : { tags: change.tags }),
    });
    if (content) {
      const version = { versionId: office.newId(), templateId: asId<TemplateId>(id), content };
      const made = { by: person.id, atUtc: office.now(), why: change.why?.trim() || 'Changed wording' };
      if (!(await addVersion(tx, version, change.baseVersionId, made))) {
        throw new HttpProblem(
          'templateChanged',
          'Somebody has made a newer version meanwhile. Yours is still here; look at theirs before you keep it.',
        );
      }
    }
    await audit(office, tx, person, 'template.changed', id, { parts: Object.keys(change) });
  });
  tellTemplates(office, id);
  return readTemplate(office, person, id);
}

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
    await audit(office, tx, person, 'template.wentBack', id, { versionId });
  });
  tellTemplates(office, id);
  return readTemplate(office, person, id);
}

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
    await audit(office, tx, person, `template.${standing}`, id, { was: found.standing });
  });
  tellTemplates(office, id);
  return readTemplate(office, person, id);
}

async function refuseErrors(office: Office, content: TemplateContent): Promise<void> {
  const types = await listMatterTypes(office.db);
  const passages = await office.programs.passages(office.db);
  const errors = problemsOver(content, types, passages).filter(({ severity }) => severity === 'error');
  if (errors.length > 0) {
    throw new HttpProblem(
      'badTemplate',
      'A template with an error cannot be approved. Nothing was changed.',
      {
        problems: errors,
      },
    );
  }
}

const audit = (
  office: Office,
  tx: Office['db'],
  person: Account,
  what: string,
  subjectId: string,
  detail: Readonly<Record<string, unknown>>,
): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: person.id,
    what,
    subjectKind: 'template',
    subjectId,
    detail,
  });

export const tellTemplates = (office: Office, id: string): void => {
  office.changes.tell({ kind: 'template', id });
};
