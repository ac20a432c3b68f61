import type { Services } from '../platform/services.ts';
import type { KeepFound, KeptFound } from '../../contract/imports.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import type { InlineDocument, DocumentNode } from '../../core/template/document.ts';
import { placeGaps } from '../../core/reading/placeGaps.ts';
import type { Decision } from '../../core/reading/placeGaps.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { parseInline } from '../../core/template/parseDocument.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { addTemplate } from './addTemplate.ts';
import { readPassageBody } from './passageBody.ts';

/** Keeps what was read as templates of one's own, their codes and gaps in place as decided. */
export async function saveImported(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'newId'>,
  scope: PersonScope,
  { items, folder = '' }: KeepFound,
): Promise<KeptFound> {
  const read = items.map(({ name, subject, body, decisions }) => ({
    name,
    content: contentOf(readLine(subject), readPassageBody(body), decisions),
  }));
  const types = await listMatterTypes(scope);
  const [first] = types[0]?.roles ?? [];
  const to = first ? [{ role: first.key }] : [];
  const templates = await changing(services, scope, async (change) => {
    const made: { id: string; name: string }[] = [];
    for (const { name, content } of read) {
      const addressed = { ...content, recipients: { ...content.recipients, to } };
      const id = await addTemplate(services, change, { name, channel: 'email', folder }, addressed);
      made.push({ id, name });
    }
    return made;
  });
  return { templates };
}

function contentOf(
  subject: InlineDocument,
  body: DocumentNode,
  decisions: Readonly<Record<string, Decision>>,
): TemplateContent {
  const placed = placeGaps({ subject, body }, new Map(Object.entries(decisions)));
  return {
    ...placed,
    recipients: { to: [], cc: [], bcc: [] },
    documents: [],
    category: 'Letter',
  };
}

function readLine(json: unknown): InlineDocument {
  const read = parseInline(json, 'template');
  if (read.ok) return read.value;
  throw new DomainProblem('badDocument', [], { problems: read.problems });
}
