import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { TemplatePack } from '../../contract/packs.ts';
import type { PackReport } from '../../contract/imports.ts';
import { withoutFiles } from './packContent.ts';
import { readContent } from './templateContent.ts';
import { keepPicture } from './savePicture.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { listPassages, insertPassage } from './passageQueries.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { insertTemplate } from './queries.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import { findingWords } from './findingWords.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { templateIds, findInLibrary } from './libraryQueries.ts';
import type { DocumentNode } from '../../core/template/document.ts';
import { parseDocument } from '../../core/template/parseDocument.ts';

/**
 * Takes a pack in: its templates are this person's own until they are shared. What has the name of one that is there
 * already is left out, so that taking the same pack in twice changes nothing.
 */
export async function takePack(office: Office, person: Account, pack: TemplatePack): Promise<PackReport> {
  const read = pack.templates.map((one) => ({ ...one, content: withoutFiles(readContent(one.content)) }));
  const bodies = new Map(pack.passages.map(({ id, body }) => [id, readBody(body)]));
  for (const [name, base64] of Object.entries(pack.pictures)) {
    const kept = await keepPicture(office, Buffer.from(base64, 'base64'));
    if (kept.picture !== name)
      throw new HttpProblem(
        'badFile',
        'A picture in the pack is not the one its wording names. Nothing was taken in.',
      );
  }
  const knownPassages = new Map((await listPassages(office.db)).map(({ id, name }) => [name, id]));
  const knownTemplates = await namesInLibrary(office, person);
  const passageIds = new Map(
    pack.passages.map(({ id, name }) => [id, knownPassages.get(name) ?? office.newId()]),
  );
  const newIds = new Map(read.map(({ id, name }) => [id, knownTemplates.get(name) ?? office.newId()]));
  const freshPassages = pack.passages.filter(({ name }) => !knownPassages.has(name));
  const freshTemplates = read.filter(({ name }) => !knownTemplates.has(name));
  const made = { by: person.id, atUtc: office.now(), why: `From the pack “${pack.name}”` };
  await office.db.transaction(async (tx) => {
    for (const { id, name, folder } of freshPassages) {
      const body = relink(bodies.get(id), passageIds, newIds);
      await insertPassage(
        tx,
        { id: passageIds.get(id) ?? office.newId(), name, folder, versionId: office.newId(), body },
        made,
      );
    }
    for (const { id, name, channel, folder, tags, content } of freshTemplates) {
      const linked: TemplateContent = relink(content, passageIds, newIds);
      await insertTemplate(
        tx,
        {
          templateId: asId<TemplateId>(newIds.get(id) ?? office.newId()),
          versionId: office.newId(),
          name,
          channel,
          content: linked,
          standing: 'private',
          ownerId: person.id,
          folder,
          tags,
          words: findingWords(name, tags, linked),
        },
        made,
      );
    }
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: 'template.packTaken',
      subjectKind: 'template',
      subjectId: pack.name,
      detail: { templates: freshTemplates.length, passages: freshPassages.length },
    });
  });
  office.changes.tell({ kind: 'passage', id: 'pack' });
  office.changes.tell({ kind: 'template', id: 'pack' });
  const known = [...pack.templates, ...pack.passages]
    .map(({ name }) => name)
    .filter((name) => knownTemplates.has(name) || knownPassages.has(name));
  return { templates: freshTemplates.length, passages: freshPassages.length, known };
}

async function namesInLibrary(office: Office, person: Account): Promise<ReadonlyMap<string, string>> {
  const ids = await templateIds(office.db, person.id);
  const found = await Promise.all(ids.map((id) => findInLibrary(office.db, id, person.id)));
  return new Map(found.flatMap((one) => (one ? [[one.name, one.id] as const] : [])));
}

/** Rewrites the ids of a pack to those that passages and letters have here, wherever the wording names one. */
function relink<T>(
  value: T | undefined,
  passages: ReadonlyMap<string, string>,
  templates: ReadonlyMap<string, string>,
): T {
  const text = JSON.stringify(value, function (this: unknown, key: string, inner: unknown) {
    if (key === 'templateId' && typeof inner === 'string') return templates.get(inner) ?? inner;
    const holder = this as { readonly type?: unknown } | null;
    const links = holder?.type === 'passage' || holder?.type === 'passageWords';
    if (key === 'attrs' && links) {
      const { id } = inner as { readonly id: string };
      return { id: passages.get(id) ?? id };
    }
    return inner;
  });
  return JSON.parse(text) as T;
}

function readBody(json: unknown): DocumentNode {
  const read = parseDocument(json, 'template');
  if (read.ok) return read.value;
  throw new HttpProblem('badDocument', undefined, { problems: read.problems });
}
