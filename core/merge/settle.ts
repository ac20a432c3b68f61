import type { BlockNode, InlineNode, Mark, TextNode } from '../template/document.ts';
import { blankText } from './fill.ts';
import type { Scope } from './fill.ts';
import type { FieldReader } from './fieldReader.ts';
import { fieldText } from './fieldText.ts';
import { fillBlocks } from './fillBlocks.ts';
import type { WrittenMessage } from './finish.ts';
import { groupHolds } from '../values/conditions.ts';

/**
 * A written letter as it will be read: answers and values of the hour in place, conditions decided, marks of origin gone.
 * What is left is words, pictures and structure alone, for media that are laid out from the tree.
 */
export function settleMessage(
  { body, blanks, answers }: Pick<WrittenMessage, 'body' | 'blanks' | 'answers'>,
  reader: FieldReader,
): readonly BlockNode[] {
  const scope: Scope = { reader, blanks, answers, open: new Map() };
  const line = (nodes: readonly InlineNode[]): readonly InlineNode[] =>
    nodes.flatMap((node) => settleNode(node, scope, line));
  return fillBlocks(settleConditions(body.content, reader), reader, line);
}

/** In a letter only conditions on the hour of leaving are left; by now it is known. */
const settleConditions = (blocks: readonly BlockNode[], reader: FieldReader): readonly BlockNode[] =>
  blocks.flatMap((block) => {
    if (block.type !== 'showWhen') return [block];
    return groupHolds(block.attrs.when, reader.read) ? settleConditions(block.content, reader) : [];
  });

type Line = (nodes: readonly InlineNode[]) => readonly InlineNode[];

function settleNode(node: InlineNode, scope: Scope, line: Line): readonly InlineNode[] {
  switch (node.type) {
    case 'text':
      return [withoutOrigin(node)];
    case 'blank':
      return lines(blankText(node.attrs.key, scope) ?? '');
    case 'late':
    case 'field':
      return lines(fieldText(node.attrs, scope.reader) ?? '');
    case 'showWords':
      return groupHolds(node.attrs.when, scope.reader.read) ? line(node.content) : [];
    case 'hardBreak':
    case 'picture':
      return [node];
    case 'passageWords':
      return [];
    default:
      return node satisfies never;
  }
}

const lines = (text: string): readonly InlineNode[] =>
  text.split('\n').flatMap((one, n): readonly InlineNode[] => {
    const words: readonly InlineNode[] = one === '' ? [] : [{ type: 'text', text: one }];
    return n === 0 ? words : [{ type: 'hardBreak' }, ...words];
  });

function withoutOrigin({ text, marks }: TextNode): TextNode {
  const kept = marks?.filter((mark: Mark) => mark.type !== 'value') ?? [];
  return kept.length > 0 ? { type: 'text', text, marks: kept } : { type: 'text', text };
}
