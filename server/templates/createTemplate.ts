import type { NewTemplate, TemplateDetail } from '../../contract/templates.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { addTemplate } from './addTemplate.ts';
import { readContent } from './readContent.ts';
import { readTemplate } from './readTemplate.ts';

/** Saves a new template, its owner's alone until it is shared. */
export async function createTemplate(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'newId'>,
  scope: PersonScope,
  { content: json, ...labels }: NewTemplate,
): Promise<TemplateDetail> {
  const content = await readContent(scope, json);
  const id = await changing(services, scope, (change) => addTemplate(services, change, labels, content));
  return readTemplate(scope, id);
}
