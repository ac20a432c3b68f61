import type { NewTemplate } from '../../contract/templates.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import type { PersonActor } from '../access/actor.ts';
import type { Change } from '../access/change.ts';
import type { Services } from '../platform/services.ts';
import { findingWords } from './findingWords.ts';
import { insertTemplate } from './queries.ts';

/** Makes a template within a change, its maker's alone until it is shared; gives its id. */
export async function addTemplate(
  services: Pick<Services, 'newId'>,
  { tx, actor, atUtc, audit, tell }: Change<PersonActor>,
  { name, channel, folder = '', tags = [] }: Omit<NewTemplate, 'content'>,
  content: TemplateContent,
): Promise<TemplateId> {
  const templateId = asId<TemplateId>(services.newId());
  await insertTemplate(
    tx,
    {
      templateId,
      versionId: services.newId(),
      name: name.trim(),
      channel,
      content,
      standing: 'private',
      ownerId: actor.id,
      folder: folder.trim(),
      tags,
      words: findingWords(name, tags, content),
    },
    { by: actor.id, atUtc, why: 'First wording' },
  );
  await audit('template.made', 'template', templateId, { name });
  tell({ kind: 'template', id: templateId });
  return templateId;
}
