import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { NewTemplate, TemplateDetail } from '../../contract/templates.ts';
import { readContent } from './templateContent.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import { insertTemplate } from './queries.ts';
import { findingWords } from './findingWords.ts';
import { auditTemplate, tellTemplates } from './auditTemplate.ts';
import { readTemplate } from './readTemplate.ts';

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
    await auditTemplate(office, tx, person, 'template.made', templateId, { name });
  });
  tellTemplates(office, templateId);
  return readTemplate(office, person, templateId);
}
