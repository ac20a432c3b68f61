import type { Starters, TemplateContentJson } from '../../contract/templates.ts';
import type { TemplatePack } from '../../contract/packs.ts';
import { documentOf } from '../../core/template/document.ts';
import type { DocumentNode } from '../../core/template/document.ts';
import { parseContent } from '../../core/template/parseContent.ts';
import type { UnreadContent } from '../../core/template/parseContent.ts';
import { parseDocument } from '../../core/template/parseDocument.ts';
import { expandPassages } from '../../core/template/passages.ts';
import type { Passages } from '../../core/template/passages.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import type { Scope } from '../access/scope.ts';
import { STARTER_PACK } from './starterPack.ts';
import { viewContent } from './templateContent.ts';

/**
 * Wording that a new template can begin from, by what it is for. It stands on its own: its passages are words in it, and it
 * is written to roles that the practice's matters have.
 */
export async function readStarters(scope: Scope): Promise<Starters> {
  const roles = new Set((await listMatterTypes(scope)).flatMap((type) => type.roles.map(({ key }) => key)));
  const passages = starterPassages();
  const items = STARTER_PACK.templates.map(({ id, name, folder, channel, content }) => ({
    id,
    name,
    purpose: folder,
    channel,
    content: standingAlone(content, passages, roles),
  }));
  return { items };
}

const bodyOf = (json: unknown): DocumentNode => {
  const read = parseDocument(json, 'template');
  if (!read.ok) throw new Error('a starter has wording that cannot be read');
  return read.value;
};

const starterPassages = (): Passages =>
  new Map(STARTER_PACK.passages.map(({ id, name, body }) => [id, { name, body: bodyOf(body) }]));

function standingAlone(
  content: TemplatePack['templates'][number]['content'],
  passages: Passages,
  roles: ReadonlySet<string>,
): TemplateContentJson {
  const read = parseContent(content as unknown as UnreadContent);
  if (!read.ok) throw new Error('a starter has wording that cannot be read');
  const { recipients, body, ...rest } = read.value;
  return viewContent({
    ...rest,
    recipients: {
      ...recipients,
      to: recipients.to.filter((rule) => !('role' in rule) || roles.has(rule.role)),
    },
    body: documentOf(expandPassages(body.content, passages)),
  });
}
