import type { Problem } from '../model/problem.ts';
import type { BlockNode, DocumentNode, InlineNode, Paragraph } from './document.ts';
import { allBlocks, inlineOf, mapBlockInline, textBlocks } from './walk.ts';

/** Reusable wording by its id, each with the name people know it by. */
export interface PassageText {
  readonly name: string;
  readonly body: DocumentNode;
}
export type Passages = ReadonlyMap<string, PassageText>;

export const NO_PASSAGES: Passages = new Map();

export type PassageProblem = Problem<'passageMissing' | 'passageCircle'>;

/** Ids of the passages that a body links, each once, in reading order. */
export function linkedPassages(blocks: readonly BlockNode[]): readonly string[] {
  const inBlocks = allBlocks(blocks).flatMap((block) => (block.type === 'passage' ? [block.attrs.id] : []));
  const inWords = inlineOf(blocks).flatMap((node) => (node.type === 'passageWords' ? [node.attrs.id] : []));
  return [...new Set([...inBlocks, ...inWords])];
}

/** What is wrong with a body’s passages: one that is gone, or a circle with the path that makes it. */
export function passageProblems(blocks: readonly BlockNode[], passages: Passages): readonly PassageProblem[] {
  const problems: PassageProblem[] = [];
  const visit = (ids: readonly string[], trail: readonly string[]): void => {
    for (const id of ids) {
      const passage = passages.get(id);
      if (!passage) problems.push({ code: 'passageMissing', where: id, params: {} });
      else if (trail.includes(id)) {
        const circle = [...trail.slice(trail.indexOf(id)), id];
        const path = circle.map((one) => passages.get(one)?.name ?? one).join(' → ');
        problems.push({ code: 'passageCircle', where: id, params: { path } });
      } else visit(linkedPassages(passage.body.content), [...trail, id]);
    }
  };
  visit(linkedPassages(blocks), []);
  return problems.filter(
    ({ code, where }, n) => problems.findIndex((p) => p.code === code && p.where === where) === n,
  );
}

/**
 * Puts today's wording in the place of each linked passage. One that is gone, or that would stand within itself,
 * leaves nothing: the static check has said so, and such a template cannot be approved.
 */
export function expandPassages(blocks: readonly BlockNode[], passages: Passages): readonly BlockNode[] {
  return expandBlocks(blocks, passages, []);
}

function expandBlocks(
  blocks: readonly BlockNode[],
  passages: Passages,
  trail: readonly string[],
): readonly BlockNode[] {
  const inside = (inner: readonly BlockNode[]): readonly BlockNode[] => expandBlocks(inner, passages, trail);
  return blocks.flatMap((block): readonly BlockNode[] => {
    switch (block.type) {
      case 'passage': {
        const { id } = block.attrs;
        const passage = trail.includes(id) ? undefined : passages.get(id);
        return passage ? expandBlocks(passage.body.content, passages, [...trail, id]) : [];
      }
      case 'showWhen':
      case 'repeat':
        return [{ ...block, content: inside(block.content) }];
      case 'bulletList':
      case 'orderedList':
        return [
          { ...block, content: block.content.map((one) => ({ ...one, content: inside(one.content) })) },
        ];
      case 'columns':
        return [
          { ...block, content: block.content.map((one) => ({ ...one, content: inside(one.content) })) },
        ];
      case 'table': {
        const rows = block.content.map((row) => ({
          ...row,
          content: row.content.map((cell) => ({ ...cell, content: inside(cell.content) })),
        }));
        return [{ ...block, content: rows }];
      }
      case 'paragraph':
      case 'heading':
        return [mapBlockInline(block, (nodes) => expandInline(nodes, passages, trail))];
      case 'button':
      case 'space':
      case 'divider':
      case 'signature':
        return [block];
      default:
        return block satisfies never;
    }
  });
}

/** Passages within one line of text: each gives its words, its own lines apart by a break. */
export function expandInline(
  nodes: readonly InlineNode[],
  passages: Passages,
  trail: readonly string[] = [],
): readonly InlineNode[] {
  return nodes.flatMap((node): readonly InlineNode[] => {
    if (node.type === 'showWords') return [{ ...node, content: expandInline(node.content, passages, trail) }];
    if (node.type !== 'passageWords') return [node];
    const { id } = node.attrs;
    const passage = trail.includes(id) ? undefined : passages.get(id);
    if (!passage) return [];
    const lines = textBlocks(expandBlocks(passage.body.content, passages, [...trail, id]));
    return lines.flatMap((line, n): readonly InlineNode[] =>
      n === 0 ? (line.content ?? []) : [{ type: 'hardBreak' }, ...(line.content ?? [])],
    );
  });
}

/** A copied passage: its words as they stand today, without the link. A single paragraph can be put into a line. */
export const isOneLine = ({ content }: DocumentNode): boolean =>
  content.length === 1 && (content[0] as Paragraph | undefined)?.type === 'paragraph';
