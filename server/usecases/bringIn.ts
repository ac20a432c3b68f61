import type { FoundFile, FoundFiles, KeepFound, KeptFound } from '../../contract/imports.ts';
import { placeGaps, readGaps } from '../../core/reading/placeGaps.ts';
import type { Decision } from '../../core/reading/placeGaps.ts';
import { documentOf } from '../../core/template/document.ts';
import type { DocumentNode, InlineDocument } from '../../core/template/document.ts';
import { fieldsOf } from '../../core/template/fieldCatalogue.ts';
import { parseDocument, parseInline } from '../../core/template/parseDocument.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import type { ReceivedFile } from '../http/receiveFiles.ts';
import { readWording } from '../importing/readWording.ts';
import type { Office } from '../office.ts';
import { listMatterTypes } from '../repositories/matterTypes.ts';
import type { Account } from '../repositories/people.ts';
import { createTemplate } from './keepTemplate.ts';
import { uniquePaths, viewContent } from './templateContent.ts';

const EMPTY: Pick<FoundFile, 'subject' | 'body' | 'gaps'> = {
  subject: [],
  body: { ...documentOf([]) },
  gaps: [],
};

/** Reads old wording from files, each by itself, and finds the codes and gaps in it. Nothing is kept yet. */
export async function readFiles(office: Office, files: readonly ReceivedFile[]): Promise<FoundFiles> {
  if (files.length === 0) throw new HttpProblem('badRequest', 'A file was expected and none came.');
  const types = await listMatterTypes(office.db);
  const fields = uniquePaths(types.flatMap(fieldsOf));
  const items: FoundFile[] = [];
  // One after the other: a file may take a thread and half a gigabyte, and sixty of them must not at once.
  for (const { name, bytes } of files) {
    const read = await readWording(name, bytes);
    if (!read.ok) {
      items.push({ fileName: name, problem: read.what, ...EMPTY });
      continue;
    }
    const { body } = read.wording;
    const subject: InlineDocument =
      read.wording.subject === '' ? [] : [{ type: 'text', text: read.wording.subject }];
    items.push({
      fileName: name,
      problem: null,
      subject: subject.map((node) => ({ ...node })),
      body: { ...body },
      gaps: readGaps({ subject, body }, fields).map((gap) => ({
        ...gap,
        suggestions: gap.suggestions.map((one) => ({ ...one })),
      })),
    });
  }
  return { items };
}

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
