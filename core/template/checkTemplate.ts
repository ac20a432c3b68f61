import type { MatterType } from '../model/matter.ts';
import type { Problem } from '../model/problem.ts';
import type { ValueKind } from '../model/value.ts';
import { textBlocks } from './document.ts';
import type { FieldNode, FieldUse, InlineNode } from './document.ts';
import { findField } from './fieldCatalogue.ts';
import { isDateOnlyFormat } from './parseDocument.ts';
import type { TemplateContent } from './template.ts';

export type TemplateProblem = Problem<
  | 'unknownField'
  | 'formatNeedsDate'
  | 'formatNeedsNumber'
  | 'shiftNeedsDate'
  | 'unknownRole'
  | 'noRecipients'
  | 'blankUndefined'
  | 'blankNeverAsked'
  | 'blankDefinedTwice'
  | 'defaultUnknownField'
>;

/** Checks a template against one matter type it may meet. An empty list means every path through it holds there. */
export function checkTemplate(template: TemplateContent, type: MatterType): readonly TemplateProblem[] {
  const nodes = inlineNodes(template);
  return [
    ...nodes.flatMap((node) => (node.type === 'field' ? fieldProblems(node, type) : [])),
    ...roleProblems(template, type),
    ...blankProblems(template, nodes, type),
  ];
}

/** All inline nodes of a template, subject first. */
export const inlineNodes = ({ subject, body }: TemplateContent): readonly InlineNode[] => [
  ...subject,
  ...textBlocks(body.content).flatMap((block) => block.content ?? []),
];

function fieldProblems({ attrs }: FieldNode, type: MatterType): readonly TemplateProblem[] {
  const info = findField(type, attrs.path);
  const where = attrs.path;
  if (!info) return [{ code: 'unknownField', where, params: { path: attrs.path, type: type.name } }];
  return useProblems(attrs, info.kind).map((code) => ({ code, where, params: { label: info.label } }));
}

function useProblems({ format, shift }: FieldUse, kind: ValueKind): readonly TemplateProblem['code'][] {
  const problems: TemplateProblem['code'][] = [];
  if (isDateOnlyFormat(format) && kind !== 'date') problems.push('formatNeedsDate');
  if (format === 'words' && kind !== 'number') problems.push('formatNeedsNumber');
  if (shift && kind !== 'date') problems.push('shiftNeedsDate');
  return problems;
}

function roleProblems({ recipients }: TemplateContent, type: MatterType): readonly TemplateProblem[] {
  const rules = [...recipients.to, ...recipients.cc, ...recipients.bcc];
  const known = new Set(type.roles.map(({ key }) => key));
  const unknown = rules.filter(({ role }) => !known.has(role));
  const problems = unknown.map(({ role }): TemplateProblem => ({
    code: 'unknownRole',
    where: 'recipients',
    params: { role, type: type.name },
  }));
  return recipients.to.length > 0
    ? problems
    : [...problems, { code: 'noRecipients', where: 'recipients', params: {} }];
}

function blankProblems(
  { blanks }: TemplateContent,
  nodes: readonly InlineNode[],
  type: MatterType,
): readonly TemplateProblem[] {
  const asked = new Set(nodes.flatMap((node) => (node.type === 'blank' ? [node.attrs.key] : [])));
  const defined = new Set<string>();
  const problems: TemplateProblem[] = [];
  for (const { key, label, defaultFrom } of blanks) {
    if (defined.has(key)) problems.push({ code: 'blankDefinedTwice', where: key, params: { label } });
    if (!asked.has(key)) problems.push({ code: 'blankNeverAsked', where: key, params: { label } });
    if (defaultFrom && !findField(type, defaultFrom.path)) {
      problems.push({ code: 'defaultUnknownField', where: key, params: { label, path: defaultFrom.path } });
    }
    defined.add(key);
  }
  const undefinedKeys = [...asked].filter((key) => !defined.has(key));
  return [
    ...problems,
    ...undefinedKeys.map((key): TemplateProblem => ({ code: 'blankUndefined', where: key, params: { key } })),
  ];
}
