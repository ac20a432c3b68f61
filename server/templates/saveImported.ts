import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { KeepFound, KeptFound } from '../../contract/imports.ts';
import { listMatterTypes } from '../matters/matterTypeQueries.ts';
import { viewContent } from './templateContent.ts';
import { createTemplate } from './createTemplate.ts';
import type { InlineDocument, DocumentNode } from '../../core/template/document.ts';
import { placeGaps } from '../../core/reading/placeGaps.ts';
import type { Decision } from '../../core/reading/placeGaps.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { parseDocument, parseInline } from '../../core/template/parseDocument.ts';
import { HttpProblem } from '../http/httpProblem.ts';

/** Keeps what was read as templates of one's own, their codes and gaps in place as decided. */
export async function keepFound(
  office: Office,
  person: Account,
  { items, folder = '' }: KeepFound,
): Promise<KeptFound> {
  const read = items.map(({ name, subject, body, decisions }) => ({
    name,
    content: contentOf(readLine(subject), readBody(body), decisions),
  }));
  const types = await listMatterTypes(office.db);
  const [first] = types[0]?.roles ?? [];
  const templates: { id: string; name: string }[] = [];
  for (const { name, content } of read) {
    const to = first ? [{ role: first.key }] : [];
    const json = viewContent({ ...content, recipients: { ...content.recipients, to } });
    const made = await createTemplate(office, person, { name, channel: 'email', folder, content: json });
    templates.push({ id: made.id, name: made.name });
  }
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

function readBody(json: unknown): DocumentNode {
  const read = parseDocument(json, 'template');
  if (read.ok) return read.value;
  throw new HttpProblem('badDocument', undefined, { problems: read.problems });
}

function readLine(json: unknown): InlineDocument {
  const read = parseInline(json, 'template');
  if (read.ok) return read.value;
  throw new HttpProblem('badDocument', undefined, { problems: read.problems });
}
