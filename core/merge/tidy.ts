import type { ConditionGroup } from '../model/condition.ts';
import { whenFilled } from '../model/condition.ts';
import type {
  BlockNode,
  FieldNode,
  InlineNode,
  ShowWords,
  TableRow,
  TextBlock,
} from '../template/document.ts';
import { inlineOf } from '../template/walk.ts';

/**
 * Brings a template's body into the form that is merged: a field that leaves itself out, alone or with its sentence,
 * paragraph or row, becomes words, a block or a row under a condition, and takes the space, comma or line that would be
 * left stranded along.
 */
export const tidyBlocks = (blocks: readonly BlockNode[]): readonly BlockNode[] => blocks.map(tidyBlock);

function tidyBlock(block: BlockNode): BlockNode {
  switch (block.type) {
    case 'paragraph':
    case 'heading':
      return tidyTextBlock(block);
    case 'bulletList':
    case 'orderedList':
      return {
        ...block,
        content: block.content.map((one) => ({ ...one, content: tidyBlocks(one.content) })),
      };
    case 'columns':
      return {
        ...block,
        content: block.content.map((one) => ({ ...one, content: tidyBlocks(one.content) })),
      };
    case 'table':
      return { ...block, content: block.content.map(tidyRow) };
    case 'showWhen':
    case 'repeat':
      return { ...block, content: tidyBlocks(block.content) };
    case 'button':
    case 'question':
    case 'space':
    case 'divider':
    case 'passage':
    case 'signature':
      return block;
    default:
      return block satisfies never;
  }
}

const isField = (node: InlineNode): node is FieldNode => node.type === 'field';
const leavesOutWith = (
  node: InlineNode,
  along: 'sentence' | 'paragraph' | 'row' | undefined,
): node is FieldNode =>
  isField(node) && node.attrs.whenEmpty.kind === 'leaveOut' && node.attrs.whenEmpty.with === along;

/** The paths that have to have something for what is left out with them to stand. */
const conditionsFor = (
  nodes: readonly InlineNode[],
  along: 'paragraph' | 'row',
): ConditionGroup | undefined => {
  const paths = nodes
    .filter((node) => leavesOutWith(node, along))
    .map((node) => (node as FieldNode).attrs.path);
  if (paths.length === 0) return undefined;
  return { join: 'all', conditions: [...new Set(paths)].map((path) => ({ path, test: { op: 'filled' } })) };
};

function tidyTextBlock(block: TextBlock): BlockNode {
  const content = block.content ?? [];
  const when = conditionsFor(content, 'paragraph');
  const tidied = { ...block, content: tidyLine(leaveOutSentences(content)) };
  return when ? { type: 'showWhen', attrs: { when }, content: [tidied] } : tidied;
}

function tidyRow(row: TableRow): TableRow {
  const content = row.content.map((cell) => ({ ...cell, content: tidyBlocks(cell.content) }));
  const lacking = conditionsFor(inlineOf(row.content.flatMap((cell) => cell.content)), 'row');
  if (!lacking) return { ...row, content };
  const own = row.attrs.when;
  // Two groups of different joins cannot be one; a row's own condition is nearly always a single one, or all of several.
  const when: ConditionGroup =
    own && (own.join === 'all' || own.conditions.length === 1)
      ? { join: 'all', conditions: [...own.conditions, ...lacking.conditions] }
      : lacking;
  return { ...row, attrs: { ...row.attrs, when }, content };
}

/** Ends a sentence: its sign, and the space after it. */
const SENTENCE_END = /[.!?…]['”’")]*\s+/gu;

/** Puts each sentence that goes with a missing value under a condition. */
function leaveOutSentences(nodes: readonly InlineNode[]): readonly InlineNode[] {
  if (!nodes.some((node) => leavesOutWith(node, 'sentence'))) return nodes;
  const sentences: InlineNode[][] = [[]];
  const put = (node: InlineNode): void => {
    sentences.at(-1)?.push(node);
  };
  for (const node of nodes) {
    if (node.type === 'hardBreak') {
      put(node);
      sentences.push([]);
    } else if (node.type === 'text') {
      const parts = cutAfter(node.text, SENTENCE_END);
      parts.forEach((text, n) => {
        if (text !== '') put({ ...node, text });
        if (n < parts.length - 1) sentences.push([]);
      });
    } else put(node);
  }
  return sentences.flatMap((sentence): readonly InlineNode[] => {
    const paths = sentence
      .filter((node) => leavesOutWith(node, 'sentence'))
      .map((node) => (node as FieldNode).attrs.path);
    if (paths.length === 0) return sentence;
    const conditions = [...new Set(paths)].map((path) => ({ path, test: { op: 'filled' } as const }));
    return [{ type: 'showWords', attrs: { when: { join: 'all', conditions } }, content: sentence }];
  });
}

/** Cuts a text after each match; the last part has no end of its own, and may be empty. */
function cutAfter(text: string, end: RegExp): readonly string[] {
  const parts: string[] = [];
  let from = 0;
  for (const match of text.matchAll(end)) {
    parts.push(text.slice(from, match.index + match[0].length));
    from = match.index + match[0].length;
  }
  return [...parts, text.slice(from)];
}

/** Signs that stand close to the word before them: a space before one would be stranded. */
const CLOSE_SIGN = /^[\s,.;:!?)\]”’]/u;

/** Words that may not stand take along what would otherwise be left over around them. */
export function tidyLine(nodes: readonly InlineNode[]): readonly InlineNode[] {
  const rest = [...nodes];
  const out: InlineNode[] = [];
  for (let at = 0; at < rest.length; at += 1) {
    const node = rest[at];
    if (!node) break;
    const shown = asShown(node);
    if (!shown) {
      out.push(node);
      continue;
    }
    const { before, after, skip } = takeAlong(out, rest[at + 1]);
    if (after !== undefined && !skip) rest[at + 1] = after.left;
    if (skip) at += 1;
    const content = [...before, ...shown.content, ...(after ? after.taken : [])];
    out.push({ ...shown, content });
  }
  return out.filter((node) => node.type !== 'text' || node.text !== '');
}

function asShown(node: InlineNode): ShowWords | undefined {
  if (node.type === 'showWords') return { ...node, content: tidyLine(node.content) };
  if (!leavesOutWith(node, undefined)) return undefined;
  return { type: 'showWords', attrs: { when: whenFilled(node.attrs.path) }, content: [node] };
}

interface Taken {
  readonly before: readonly InlineNode[];
  readonly after?: { readonly taken: readonly InlineNode[]; readonly left: InlineNode };
  /** The node after is taken whole. */
  readonly skip?: boolean;
}

function takeAlong(out: InlineNode[], next: InlineNode | undefined): Taken {
  const previous = out.at(-1);
  const lineBegins = !previous || previous.type === 'hardBreak';
  const lineEnds = !next || next.type === 'hardBreak';
  if (lineBegins && lineEnds) return takeLine(out, previous, next);
  if (previous?.type === 'text') {
    const closes = lineEnds || (next.type === 'text' && CLOSE_SIGN.test(next.text));
    const comma = lineEnds || (next.type === 'text' && /^[,.;:!?)]/.test(next.text));
    for (const end of comma ? [', ', ' '] : [' ']) {
      if (!closes || !previous.text.endsWith(end)) continue;
      out[out.length - 1] = { ...previous, text: previous.text.slice(0, -end.length) };
      return { before: [{ type: 'text', text: end }] };
    }
  }
  if (lineBegins && next?.type === 'text') {
    const start = /^,? /.exec(next.text)?.[0];
    if (start !== undefined) {
      const left = { ...next, text: next.text.slice(start.length) };
      return { before: [], after: { taken: [{ type: 'text', text: start }], left } };
    }
  }
  return { before: [] };
}

/** Alone on its line: the line goes along, by the break before it or else the one after. */
function takeLine(out: InlineNode[], previous: InlineNode | undefined, next: InlineNode | undefined): Taken {
  if (previous) {
    out.pop();
    return { before: [previous] };
  }
  return next ? { before: [], after: { taken: [next], left: next }, skip: true } : { before: [] };
}
