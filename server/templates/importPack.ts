import type { Services } from '../platform/services.ts';
import type { TemplatePack } from '../../contract/packs.ts';
import type { PackReport } from '../../contract/imports.ts';
import { asItTravels } from './packContent.ts';
import { readContent } from './readContent.ts';
import { newPicture } from './savePicture.ts';
import { listPassages, insertPassage } from './passageQueries.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { insertTemplate } from './queries.ts';
import { asId } from '../../core/model/ids.ts';
import type { PersonId, TemplateId } from '../../core/model/ids.ts';
import { findingWords } from './findingWords.ts';
import { templateIds, findInLibrary } from './libraryQueries.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { readPassageBody } from './passageBody.ts';
import { insertPicture } from './pictureQueries.ts';
import type { StoredPicture } from './pictureQueries.ts';

/**
 * Takes a pack in: its templates are this person's own until they are shared. What has the name of one that is there
 * already is left out, so that taking the same pack in twice changes nothing.
 */
export async function importPack(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'newId' | 'blobs'>,
  scope: PersonScope,
  pack: TemplatePack,
): Promise<PackReport> {
  const read = await readTemplates(scope, pack);
  const bodies = new Map(pack.passages.map(({ id, body }) => [id, readPassageBody(body)]));
  const pictures = new Map<string, StoredPicture>();
  for (const [name, base64] of Object.entries(pack.pictures))
    pictures.set(name, await newPicture(services, Buffer.from(base64, 'base64')));
  const knownPassages = new Map((await listPassages(scope)).map(({ id, name }) => [name, id]));
  const knownTemplates = await namesInLibrary(scope);
  const passageIds = new Map(
    pack.passages.map(({ id, name }) => [id, knownPassages.get(name) ?? services.newId()]),
  );
  const newIds = new Map(read.map(({ id, name }) => [id, knownTemplates.get(name) ?? services.newId()]));
  const freshPassages = pack.passages.filter(({ name }) => !knownPassages.has(name));
  const freshTemplates = read.filter(({ name }) => !knownTemplates.has(name));
  const ids = { passages: passageIds, templates: newIds, pictures };
  const made = { by: scope.actor.id, atUtc: services.now(), why: `From the pack “${pack.name}”` };
  await changing(services, scope, async ({ tx, audit, tell }) => {
    for (const picture of pictures.values()) await insertPicture(tx, picture);
    for (const { id, name, folder } of freshPassages)
      await insertPassage(
        tx,
        {
          id: passageIds.get(id) ?? services.newId(),
          name,
          folder,
          versionId: services.newId(),
          body: relink(bodies.get(id), ids),
        },
        made,
      );
    for (const one of freshTemplates)
      await insertTemplate(
        tx,
        {
          ...privateTemplate(one, relink(one.content, ids), scope.actor.id),
          templateId: asId<TemplateId>(newIds.get(one.id) ?? services.newId()),
          versionId: services.newId(),
        },
        made,
      );
    await audit('template.packTaken', 'template', pack.name, {
      templates: freshTemplates.length,
      passages: freshPassages.length,
    });
    tell({ kind: 'passage', id: 'pack' });
    tell({ kind: 'template', id: 'pack' });
  });
  const known = [...pack.templates, ...pack.passages]
    .map(({ name }) => name)
    .filter((name) => knownTemplates.has(name) || knownPassages.has(name));
  return { templates: freshTemplates.length, passages: freshPassages.length, known };
}

type ReadTemplate = Omit<TemplatePack['templates'][number], 'content'> & {
  readonly content: TemplateContent;
};

async function readTemplates(scope: PersonScope, pack: TemplatePack): Promise<readonly ReadTemplate[]> {
  const read: ReadTemplate[] = [];
  for (const one of pack.templates)
    read.push({ ...one, content: await readContent(scope, asItTravels(one.content)) });
  return read;
}

/** A template as it is taken in: one's own, whatever it was where it comes from. */
const privateTemplate = (
  { name, channel, folder, tags }: ReadTemplate,
  content: TemplateContent,
  ownerId: PersonId,
) => ({
  name,
  channel,
  content,
  standing: 'private' as const,
  ownerId,
  folder,
  tags,
  words: findingWords(name, tags, content),
});

async function namesInLibrary(scope: PersonScope): Promise<ReadonlyMap<string, string>> {
  const ids = await templateIds(scope);
  const found = await Promise.all(ids.map((id) => findInLibrary(scope, id)));
  return new Map(found.flatMap((one) => (one ? [[one.name, one.id] as const] : [])));
}

interface NewIds {
  readonly passages: ReadonlyMap<string, string>;
  readonly templates: ReadonlyMap<string, string>;
  readonly pictures: ReadonlyMap<string, StoredPicture>;
}

/** Rewrites the ids of a pack to those that passages, letters and pictures have here, wherever the wording names one. */
function relink<T>(value: T | undefined, { passages, templates, pictures }: NewIds): T {
  const text = JSON.stringify(value, function (this: unknown, key: string, inner: unknown) {
    if (key === 'templateId' && typeof inner === 'string') return templates.get(inner) ?? inner;
    if (key === 'picture' && typeof inner === 'string') return pictures.get(inner)?.picture ?? inner;
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
