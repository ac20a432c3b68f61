import type { Services } from '../platform/services.ts';
import { PACK_FORMAT, PACK_VERSION } from '../../contract/packs.ts';
import type { TemplatePack } from '../../contract/packs.ts';
import { templateIds, findInLibrary } from './libraryQueries.ts';
import { listPassages } from './passageQueries.ts';
import { linkedPassages } from '../../core/template/passages.ts';
import { picturesOf } from '../../core/template/parseContent.ts';
import { findPictures } from './pictureQueries.ts';
import { viewContent } from './templateContent.ts';
import { asItTravels } from './packContent.ts';
import type { PersonScope } from '../access/scope.ts';

/** Templates as one file with all that they link: the chosen ones, or all that this person may see. */
export async function makePack(
  services: Services,
  scope: PersonScope,
  ids: readonly string[] | undefined,
): Promise<TemplatePack> {
  const wanted = ids ?? (await templateIds(scope));
  const found = (await Promise.all(wanted.map((id) => findInLibrary(scope, id)))).flatMap((one) => one ?? []);
  const passages = new Map((await listPassages(scope)).map((one) => [one.id, one]));
  const linked = new Set<string>();
  const follow = (id: string): void => {
    const passage = passages.get(id);
    if (!passage || linked.has(id)) return;
    linked.add(id);
    linkedPassages(passage.body.content).forEach(follow);
  };
  for (const { content } of found)
    linkedPassages([{ type: 'paragraph', content: content.subject }, ...content.body.content]).forEach(
      follow,
    );
  const chosen = [...linked].flatMap((id) => passages.get(id) ?? []);
  const shown = [...found.map(({ content }) => content), ...chosen].flatMap(picturesOf);
  const pictures = await findPictures(scope, [...new Set(shown)]);
  return {
    format: PACK_FORMAT,
    version: PACK_VERSION,
    name: scope.actor.name,
    templates: found.map(({ id, name, channel, folder, tags, content }) => ({
      id,
      name,
      channel,
      folder,
      tags,
      content: viewContent(asItTravels(content)),
    })),
    passages: chosen.map(({ id, name, folder, body }) => ({ id, name, folder, body: { ...body } })),
    pictures: Object.fromEntries(
      await Promise.all(
        pictures.map(
          async ({ picture, blob }) =>
            [picture, (await services.blobs.get(blob)).toString('base64')] as const,
        ),
      ),
    ),
  };
}
