import { formatDate } from '../dates/formatDate.ts';
import type { ConditionGroup } from '../model/condition.ts';
import { parsePlainDate } from '../model/plainDate.ts';
import type { SenderChoice } from '../model/sender.ts';
import type { RecipientRule } from '../recipients/recipients.ts';
import type { BlockNode, InlineNode, Repeat } from './document.ts';
import type { DocumentRule, TemplateContent } from './template.ts';

/** Names what a template's places stand for, when it is written out to be read or compared. */
export interface OutlineNames {
  readonly field: (path: string) => string;
  readonly passage: (id: string) => string;
  /** A value that a condition compares with, as it is written: an amount with its sign, a choice by its label. */
  readonly value: (path: string, value: string | number | boolean) => string;
  readonly role: (key: string) => string;
  readonly sender: (choice: SenderChoice) => string;
}

const place = (words: string): string => `‹${words}›`;

/** A line of a template as people read it: fields and blanks by their labels, in ‹ ›. */
export function outlineLine(
  nodes: readonly InlineNode[],
  names: OutlineNames,
  blanks: TemplateContent['blanks'],
): string {
  const write = (node: InlineNode): string => {
    switch (node.type) {
      case 'text':
        return node.text;
      case 'hardBreak':
        return '\n';
      case 'field':
      case 'late':
        return place(names.field(node.attrs.path));
      case 'blank':
        return place(`${blanks.find(({ key }) => key === node.attrs.key)?.label ?? 'blank'} …`);
      case 'picture':
        return place(`picture: ${node.attrs.alt || 'without words'}`);
      case 'showWords':
        return `‹when ${groupWords(node.attrs.when, names)}: ${node.content.map(write).join('')}›`;
      case 'passageWords':
        return place(names.passage(node.attrs.id));
      default:
        return node satisfies never;
    }
  };
  return nodes.map(write).join('');
}

/** A body as lines that people read, its structure by a mark at their start. */
export function outlineBody(
  blocks: readonly BlockNode[],
  names: OutlineNames,
  blanks: TemplateContent['blanks'],
): readonly string[] {
  const line = (nodes: readonly InlineNode[] | undefined): string => outlineLine(nodes ?? [], names, blanks);
  const inside = (inner: readonly BlockNode[], mark: string): readonly string[] =>
    outlineBody(inner, names, blanks).map((one) => mark + one);
  return blocks.flatMap((block): readonly string[] => {
    switch (block.type) {
      case 'paragraph':
        return [line(block.content)];
      case 'heading':
        return [`${'#'.repeat(block.attrs.level)} ${line(block.content)}`];
      case 'bulletList':
      case 'orderedList':
        return block.content.flatMap(({ content }) => inside(content, '• '));
      case 'table':
        return block.content.flatMap(({ attrs, content }) => [
          ...(attrs.repeat ? [repeatWords(attrs.repeat, names)] : []),
          ...(attrs.when ? [`When ${groupWords(attrs.when, names)}:`] : []),
          content.map((cell) => outlineBody(cell.content, names, blanks).join(' ')).join(' | '),
        ]);
      case 'columns':
        return block.content.flatMap(({ content }, n) => inside(content, `${n + 1} ‖ `));
      case 'button':
        return [place(`button: ${block.attrs.label}, ${block.attrs.href}`)];
      case 'question':
        return [place(`question: ${block.attrs.ask}`)];
      case 'space':
        return [place('space')];
      case 'divider':
        return ['———'];
      case 'showWhen':
        return [`When ${groupWords(block.attrs.when, names)}:`, ...inside(block.content, '  ')];
      case 'repeat':
        return [repeatWords(block.attrs, names), ...inside(block.content, '  ')];
      case 'passage':
        return [place(names.passage(block.attrs.id))];
      case 'signature':
        return [place('signature')];
      default:
        return block satisfies never;
    }
  });
}

const repeatWords = ({ over, when }: Repeat, names: OutlineNames): string =>
  `For each of ${names.field(over)}${when ? `, when ${groupWords(when, names)}` : ''}:`;

/** A condition in words. */
export function groupWords(
  { join, conditions }: ConditionGroup,
  names: Pick<OutlineNames, 'field' | 'value'>,
): string {
  return conditions
    .map(({ path, test }) => {
      const name = names.field(path);
      switch (test.op) {
        case 'filled':
          return `${name} is there`;
        case 'empty':
          return `${name} is not there`;
        case 'is':
          return `${name} is ${names.value(path, test.value)}`;
        case 'isNot':
          return `${name} is not ${names.value(path, test.value)}`;
        case 'atLeast':
          return `${name} is at least ${names.value(path, test.value)}`;
        case 'atMost':
          return `${name} is at most ${names.value(path, test.value)}`;
        case 'before':
          return `${name} is before ${dayWords(test.than, names)}`;
        case 'notBefore':
          return `${name} is not before ${dayWords(test.than, names)}`;
        case 'within':
          return `${name} is ${spanWords(test)}`;
        default:
          return test satisfies never;
      }
    })
    .join(join === 'all' ? ' and ' : ' or ');
}

/** `from 5 days ago until today`, `within 30 days from today`. */
export function spanWords({
  fromDays,
  untilDays,
}: {
  readonly fromDays: number;
  readonly untilDays: number;
}): string {
  if (fromDays === untilDays) return awayWords(fromDays);
  if (fromDays === 0) return `within ${days(untilDays)} from today`;
  if (untilDays === 0) return `within the last ${days(-fromDays)}`;
  return `from ${awayWords(fromDays)} until ${awayWords(untilDays)}`;
}

const days = (count: number): string => `${count} ${count === 1 ? 'day' : 'days'}`;
const awayWords = (away: number): string =>
  away === 0 ? 'today' : away < 0 ? `${days(-away)} ago` : `${days(away)} ahead`;

/** A day as it is written, or the field that holds it. */
function dayWords(than: string, names: Pick<OutlineNames, 'field'>): string {
  const date = parsePlainDate(than);
  return date ? formatDate(date, 'long') : names.field(than);
}

/** Everything beside the wording, a line each: to whom, with what, and what follows. */
export function outlineRest(content: TemplateContent, names: OutlineNames): readonly string[] {
  const {
    recipients,
    documents,
    blanks,
    category,
    sender,
    replyTo,
    after,
    plain,
    each,
    answers,
    translation,
    madeFor,
  } = content;
  const line = (name: string, rules: readonly RecipientRule[]): readonly string[] =>
    rules.length > 0 ? [`${name}: ${rules.map((rule) => ruleWords(rule, names)).join(', ')}`] : [];
  return [
    ...line('To', recipients.to),
    ...line('Cc', recipients.cc),
    ...line('Bcc', recipients.bcc),
    ...(sender ? [`From: ${names.sender(sender)}`] : []),
    ...(replyTo ? [`Replies to: ${replyTo}`] : []),
    ...(translation ? [`Its language: ${translation.language}`] : []),
    ...(madeFor ? [`Made for: ${madeFor.map((id) => names.field(`type.${id}`)).join(', ')}`] : []),
    ...(each ? ['One message for each recipient'] : []),
    ...(answers
      ? [`Answers taken for ${answers.workingDays} working days${answers.once ? ', once' : ''}`]
      : []),
    ...documents.map((rule) => `Encloses: ${documentRuleWords(rule)}`),
    ...blanks.map(
      ({ label, kind, required }) => `Asks: ${label} (${kind}${required ? '' : ', may stay open'})`,
    ),
    ...(category === '' ? [] : [`Filed under: ${category}`]),
    ...(plain ? ['Plain, as if typed by hand'] : []),
    ...(after?.followUp
      ? [`Then: ${after.followUp.what}, in ${after.followUp.workingDays} working days`]
      : []),
    ...(after?.stage ? [`Then: stage ${names.field(`stage.${after.stage}`)}`] : []),
    ...(after?.stampDate ? [`Then: ${names.field(`date.${after.stampDate}`)} is the day of sending`] : []),
  ];
}

const ruleWords = (rule: RecipientRule, names: OutlineNames): string => {
  if ('address' in rule) return rule.address;
  if ('filing' in rule) return 'the matter’s filing address';
  const role = names.role(rule.role);
  return rule.addressLabel ? `${role} (${rule.addressLabel})` : role;
};

export function documentRuleWords(rule: DocumentRule): string {
  switch (rule.kind) {
    case 'latest':
      return `the latest ${rule.category.toLowerCase()}${rule.required ? '' : ', if there is one'}`;
    case 'fixed':
      return rule.name;
    case 'letter':
      return `${rule.name}, made now`;
    case 'ofPractice':
      return `the practice’s latest ${rule.name}${rule.required ? '' : ', if there is one'}`;
    case 'ask':
      return `${rule.label}, chosen by the writer`;
    default:
      return rule satisfies never;
  }
}
