import { fail, succeed } from '../model/problem.ts';
import type { Result } from '../model/problem.ts';
import { parseDocument, parseInline } from './parseDocument.ts';
import { inlineOf } from './walk.ts';
import type { DocumentProblem } from './parseDocument.ts';
import type { DocumentRule, TemplateContent } from './template.ts';

/** A template's content whose shape was checked, but not yet what stands in its wording. */
export interface UnreadContent extends Omit<TemplateContent, 'subject' | 'body' | 'documents'> {
  readonly subject: unknown;
  readonly body: unknown;
  readonly documents: readonly unknown[];
}

/** Reads a template's wording node by node: its subject, its body, and the file names it gives. */
export function parseContent(unread: UnreadContent): Result<TemplateContent, readonly DocumentProblem[]> {
  const subject = parseInline(unread.subject, 'template');
  const body = parseDocument(unread.body, 'template');
  const documents = unread.documents.map(readRule);
  const problems = [subject, body, ...documents].flatMap((one) => (one.ok ? [] : one.problems));
  if (!subject.ok || !body.ok || problems.length > 0) return fail(problems);
  return succeed({
    ...unread,
    subject: subject.value,
    body: body.value,
    documents: documents.flatMap((one) => (one.ok ? [one.value] : [])),
  });
}

function readRule(json: unknown): Result<DocumentRule, readonly DocumentProblem[]> {
  // The rule's own shape was checked where it came in; its file name is wording like any other.
  const rule = json as DocumentRule;
  if (!('fileName' in rule) || rule.fileName === undefined) return succeed(rule);
  const name = parseInline(rule.fileName, 'template');
  return name.ok ? succeed({ ...rule, fileName: name.value }) : name;
}

/** Pictures that a wording shows, each once. */
export function picturesOf({ body }: Pick<TemplateContent, 'body'>): readonly string[] {
  return [
    ...new Set(
      inlineOf(body.content).flatMap((node) => (node.type === 'picture' ? [node.attrs.picture] : [])),
    ),
  ];
}
