import type { MatterType } from '../model/matter.ts';
import type { Problem } from '../model/problem.ts';
import type { ValueKind } from '../model/value.ts';
import { isMailAddress } from '../recipients/address.ts';
import { pathsOf } from '../values/conditions.ts';
import type { ConditionGroup } from '../model/condition.ts';
import type { BlockNode, FieldUse, InlineNode } from './document.ts';
import { findField, rowFieldsOf } from './fieldCatalogue.ts';
import type { FieldInfo } from './fieldCatalogue.ts';
import { isDateOnlyFormat } from './parseDocument.ts';
import { questionProblems, questionTypeProblems } from './checkQuestions.ts';
import { NO_PASSAGES, passageProblems } from './passages.ts';
import type { Passages } from './passages.ts';
import type { TemplateContent } from './template.ts';
import { allInline, inlineOf } from './walk.ts';

/** An error keeps a template from being approved; a warning is a word to whoever writes it. */
export interface TemplateProblem extends Problem<
  | 'unknownField'
  | 'rowFieldOutsideRepeat'
  | 'formatNeedsDate'
  | 'formatNeedsNumber'
  | 'shiftNeedsDate'
  | 'unknownRole'
  | 'unknownTable'
  | 'unknownStage'
  | 'unknownKeyDate'
  | 'noRecipients'
  | 'badAddress'
  | 'blankUndefined'
  | 'blankNeverAsked'
  | 'blankDefinedTwice'
  | 'defaultUnknownField'
  | 'passageMissing'
  | 'passageCircle'
  | 'passagesTooLong'
  | 'pictureWithoutWords'
  | 'questionAskedTwice'
  | 'questionRepeats'
  | 'questionWithoutChoice'
  | 'questionsTooMany'
  | 'questionNowhereToGo'
  | 'questionWrongKind'
  /** Found by the reader of gaps, which stands above. */
  | 'codeInWords'
  | 'gapInWords'
> {
  readonly severity: 'error' | 'warning';
}

type Code = TemplateProblem['code'];

const error = (code: Code, where: string, params: TemplateProblem['params'] = {}): TemplateProblem => ({
  code,
  where,
  params,
  severity: 'error',
});

/** Checks a template against one matter type it may meet. Without an error every path through it holds there. */
export function checkTemplate(
  template: TemplateContent,
  type: MatterType,
  passages: Passages = NO_PASSAGES,
): readonly TemplateProblem[] {
  return [...checkForType(template, type), ...checkInItself(template, passages)];
}

/** What does not hold on matters of a type. */
export function checkForType(template: TemplateContent, type: MatterType): readonly TemplateProblem[] {
  const { subject, body, blanks, after, documents } = template;
  const names = documents.flatMap((rule) => ('fileName' in rule && rule.fileName ? rule.fileName : []));
  return [
    ...lineProblems([...subject, ...names], type, undefined),
    ...blocksProblems(body.content, type, undefined),
    ...roleProblems(template, type),
    ...blanks.flatMap(({ key, label, defaultFrom }) =>
      defaultFrom && !findField(type, defaultFrom.path)
        ? [error('defaultUnknownField', key, { label, path: defaultFrom.path, type: type.name })]
        : [],
    ),
    ...(after?.stage !== undefined && !type.stages.some(({ key }) => key === after.stage)
      ? [error('unknownStage', 'after', { stage: after.stage, type: type.name })]
      : []),
    ...(after?.stampDate !== undefined && !type.keyDates.some(({ key }) => key === after.stampDate)
      ? [error('unknownKeyDate', 'after', { date: after.stampDate, type: type.name })]
      : []),
  ];
}

/** What is wrong whatever matter it meets. */
export function checkInItself(template: TemplateContent, passages: Passages): readonly TemplateProblem[] {
  const nodes = [...allInline(template.subject), ...inlineOf(template.body.content)];
  const subjectPassages = template.subject.some(({ type }) => type === 'passageWords')
    ? [{ type: 'paragraph' as const, content: template.subject }]
    : [];
  return [
    ...blankProblems(template, nodes),
    ...addressProblems(template),
    ...questionProblems(template),
    ...passageProblems([...subjectPassages, ...template.body.content], passages).map(
      ({ code, where, params }) => error(code, where, params),
    ),
    ...nodes.flatMap((node): readonly TemplateProblem[] =>
      node.type === 'picture' && node.attrs.alt.trim() === ''
        ? [{ code: 'pictureWithoutWords', where: node.attrs.picture, params: {}, severity: 'warning' }]
        : [],
    ),
  ];
}

type RowFields = readonly FieldInfo[] | undefined;

function blocksProblems(
  blocks: readonly BlockNode[],
  type: MatterType,
  rows: RowFields,
): readonly TemplateProblem[] {
  return blocks.flatMap((block) => blockProblems(block, type, rows));
}

function blockProblems(block: BlockNode, type: MatterType, rows: RowFields): readonly TemplateProblem[] {
  switch (block.type) {
    case 'paragraph':
    case 'heading':
      return lineProblems(block.content ?? [], type, rows);
    case 'bulletList':
    case 'orderedList':
    case 'columns':
      return block.content.flatMap(({ content }) => blocksProblems(content, type, rows));
    case 'showWhen':
      return [...groupProblems(block.attrs.when, type, rows), ...blocksProblems(block.content, type, rows)];
    case 'repeat':
      return repeatProblems(block.attrs.over, block.attrs.when, type, (inner) =>
        blocksProblems(block.content, type, inner),
      );
    case 'table':
      return block.content.flatMap(({ attrs, content }) => {
        const inside = (inner: RowFields): readonly TemplateProblem[] => [
          ...(attrs.when ? groupProblems(attrs.when, type, inner) : []),
          ...content.flatMap((cell) => blocksProblems(cell.content, type, inner)),
        ];
        return attrs.repeat
          ? repeatProblems(attrs.repeat.over, attrs.repeat.when, type, inside)
          : inside(rows);
      });
    case 'question':
      return questionTypeProblems(block.attrs, type);
    case 'button':
    case 'space':
    case 'divider':
    case 'passage':
    case 'signature':
      return [];
    default:
      return block satisfies never;
  }
}

function repeatProblems(
  over: string,
  when: ConditionGroup | null,
  type: MatterType,
  inside: (rows: RowFields) => readonly TemplateProblem[],
): readonly TemplateProblem[] {
  const rows = rowFieldsOf(type, over);
  if (!rows) {
    const key = over.slice(over.indexOf('.') + 1);
    return [
      over.startsWith('party.')
        ? error('unknownRole', over, { role: key, type: type.name })
        : error('unknownTable', over, { table: key, type: type.name }),
    ];
  }
  return [...(when ? groupProblems(when, type, rows) : []), ...inside(rows)];
}

function findPath(path: string, type: MatterType, rows: RowFields): FieldInfo | undefined {
  return path.startsWith('row.') ? rows?.find((info) => info.path === path) : findField(type, path);
}

function missingField(path: string, type: MatterType, rows: RowFields): TemplateProblem {
  const outside = path.startsWith('row.') && !rows;
  return error(outside ? 'rowFieldOutsideRepeat' : 'unknownField', path, { path, type: type.name });
}

const groupProblems = (when: ConditionGroup, type: MatterType, rows: RowFields): readonly TemplateProblem[] =>
  pathsOf(when)
    .filter((path) => !findPath(path, type, rows))
    .map((path) => missingField(path, type, rows));

function lineProblems(
  nodes: readonly InlineNode[],
  type: MatterType,
  rows: RowFields,
): readonly TemplateProblem[] {
  return nodes.flatMap((node): readonly TemplateProblem[] => {
    if (node.type === 'showWords')
      return [...groupProblems(node.attrs.when, type, rows), ...lineProblems(node.content, type, rows)];
    if (node.type !== 'field') return [];
    const info = findPath(node.attrs.path, type, rows);
    if (!info) return [missingField(node.attrs.path, type, rows)];
    return useProblems(node.attrs, info.kind).map((code) =>
      error(code, node.attrs.path, { label: info.label }),
    );
  });
}

function useProblems({ format, shift }: FieldUse, kind: ValueKind): readonly Code[] {
  const problems: Code[] = [];
  const dated = kind === 'date' || kind === 'dateTime';
  if (isDateOnlyFormat(format) && !dated) problems.push('formatNeedsDate');
  if (format === 'words' && kind !== 'number') problems.push('formatNeedsNumber');
  if (shift && kind !== 'date') problems.push('shiftNeedsDate');
  return problems;
}

function roleProblems({ recipients }: TemplateContent, type: MatterType): readonly TemplateProblem[] {
  const rules = [...recipients.to, ...recipients.cc, ...recipients.bcc];
  const known = new Set(type.roles.map(({ key }) => key));
  return [...new Set(rules.flatMap((rule) => ('role' in rule ? rule.role : [])))]
    .filter((role) => !known.has(role))
    .map((role) => error('unknownRole', 'recipients', { role, type: type.name }));
}

function addressProblems({ recipients, replyTo }: TemplateContent): readonly TemplateProblem[] {
  const rules = [...recipients.to, ...recipients.cc, ...recipients.bcc];
  const fixed = [
    ...rules.flatMap((rule) => ('address' in rule ? rule.address : [])),
    ...(replyTo ? [replyTo] : []),
  ];
  const bad = fixed
    .filter((address) => !isMailAddress(address))
    .map((address) => error('badAddress', 'recipients', { address }));
  return recipients.to.length > 0 ? bad : [error('noRecipients', 'recipients'), ...bad];
}

function blankProblems(
  { blanks }: TemplateContent,
  nodes: readonly InlineNode[],
): readonly TemplateProblem[] {
  const asked = new Set(nodes.flatMap((node) => (node.type === 'blank' ? [node.attrs.key] : [])));
  const defined = new Set<string>();
  const problems: TemplateProblem[] = [];
  for (const { key, label } of blanks) {
    if (defined.has(key)) problems.push(error('blankDefinedTwice', key, { label }));
    if (!asked.has(key)) problems.push(error('blankNeverAsked', key, { label }));
    defined.add(key);
  }
  const undefinedKeys = [...asked].filter((key) => !defined.has(key));
  return [...problems, ...undefinedKeys.map((key) => error('blankUndefined', key, { key }))];
}
