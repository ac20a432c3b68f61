import { asId } from '../core/model/ids.ts';
import type { DateShift } from '../core/model/calculatedForm.ts';
import type { BlankDefinition } from '../core/template/blanks.ts';
import { documentOf } from '../core/template/document.ts';
import type { BlockNode, FieldNode, InlineNode, TableCell, WhenEmpty } from '../core/template/document.ts';
import type { Question } from '../core/template/question.ts';
import type { ConditionGroup, ConditionTest } from '../core/model/condition.ts';
import type { TemplateContent } from '../core/template/template.ts';
import type { ValueFormat } from '../core/values/writeValue.ts';
import type { NewTemplateRow, TemplateVersion } from '../server/templates/template.ts';

interface FieldOptions {
  readonly format?: ValueFormat;
  readonly shift?: DateShift;
  readonly whenEmpty?: WhenEmpty;
}

export const field = (
  path: string,
  { format = 'plain', shift, whenEmpty = { kind: 'ask' } }: FieldOptions = {},
): FieldNode => ({
  type: 'field',
  attrs: { path, format, shift: shift ?? null, whenEmpty },
});
export const blank = (key: string): InlineNode => ({ type: 'blank', attrs: { key } });
type Words = string | InlineNode;
const inline = (words: readonly Words[]): readonly InlineNode[] =>
  words.map((word) => (typeof word === 'string' ? { type: 'text', text: word } : word));
export const para = (...words: readonly Words[]): BlockNode => ({
  type: 'paragraph',
  content: inline(words),
});

/** A question; `goesTo` says where its answer may go. */
export const question = (key: string, ask: string, attrs: Partial<Question>): BlockNode => ({
  type: 'question',
  attrs: {
    key,
    ask,
    kind: 'words',
    required: true,
    options: [],
    days: null,
    offers: null,
    goesTo: null,
    value: null,
    ...attrs,
  },
});

export const vessel = field('fact.vessel');
const greeting = para(field('greeting.formal'), ',');
export const byTheHour = para(field('greeting.hour'), ',');
const signature: readonly BlockNode[] = [para('With kind regards,'), { type: 'signature' }];

export interface TemplateText {
  readonly key: string;
  readonly name: string;
  readonly to: readonly string[];
  readonly cc?: readonly string[];
  readonly subject: readonly Words[];
  readonly opens?: BlockNode;
  readonly body: readonly BlockNode[];
  readonly blanks?: readonly BlankDefinition[];
  readonly documents?: readonly string[];
  readonly category: string;
  readonly folder?: string;
  readonly tags?: readonly string[];
  readonly channel?: TemplateVersion['channel'];
  readonly after?: TemplateContent['after'];
  readonly answers?: TemplateContent['answers'];
}

/** Roles by their keys, or addresses that it always goes to. */
const rules = (list: readonly string[]) =>
  list.map((one) => (one.includes('@') ? { name: '', address: one } : { role: one }));

/** A template as such a practice would have it: addressed, greeted and signed. */
export function template({
  key,
  name,
  to,
  cc = [],
  subject,
  opens = greeting,
  body,
  blanks = [],
  documents = [],
  category,
  folder = category,
  tags = [],
  channel = 'email',
  after,
  answers,
}: TemplateText): NewTemplateRow {
  const content: TemplateContent = {
    recipients: { to: rules(to), cc: rules(cc), bcc: [] },
    subject: inline(subject),
    body: documentOf(channel === 'text' ? body : [opens, ...body, ...signature]),
    blanks,
    documents: documents.map((one) => ({ kind: 'latest', category: one, required: true })),
    category,
    ...(after ? { after } : {}),
    ...(answers ? { answers } : {}),
  };
  return {
    templateId: asId(`template-${key}`),
    versionId: `template-${key}-1`,
    name,
    channel,
    standing: 'approved',
    ownerId: null,
    folder,
    tags,
    words: '',
    content,
  };
}

export const text = (key: string, label: string, help?: string): BlankDefinition => ({
  key,
  label,
  kind: 'text',
  required: true,
  ...(help === undefined ? {} : { help }),
});
export const date = (key: string, label: string, path: string, amount: number): BlankDefinition => ({
  key,
  label,
  kind: 'date',
  required: true,
  defaultFrom: { path, shift: { amount, unit: 'workingDays' } },
});

export const answerBy = date('answerBy', 'Answer by', 'day.today', 10);

const cell = (...words: readonly Words[]): TableCell => ({
  type: 'tableCell',
  attrs: { colspan: 1, align: 'left' },
  content: [para(...words)],
});
const head = (words: string): TableCell => ({ ...cell(words), type: 'tableHeader' });

/** A table with a row for each of what it goes over. */
export const tableOf = (
  over: string,
  columns: readonly (readonly [head: string, path: string])[],
  when: ConditionGroup | null = null,
): BlockNode => ({
  type: 'table',
  content: [
    { type: 'tableRow', attrs: { repeat: null, when: null }, content: columns.map(([name]) => head(name)) },
    {
      type: 'tableRow',
      attrs: { repeat: { over, when }, when: null },
      content: columns.map(([, path]) => cell(field(`row.${path}`, { whenEmpty: { kind: 'leaveOut' } }))),
    },
  ],
});
export const passageWords = (key: string): InlineNode => ({
  type: 'passageWords',
  attrs: { id: `passage-${key}` },
});
export const passage = (key: string): BlockNode => ({ type: 'passage', attrs: { id: `passage-${key}` } });
export const showWhen = (path: string, test: ConditionTest, ...content: readonly BlockNode[]): BlockNode => ({
  type: 'showWhen',
  attrs: { when: { join: 'all', conditions: [{ path, test }] } },
  content,
});
/** Rows whose item is not closed yet. */
export const stillOpen: ConditionGroup = {
  join: 'all',
  conditions: [{ path: 'row.closed', test: { op: 'is', value: false } }],
};
