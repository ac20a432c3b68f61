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

export type PassageProblem = Problem<'passageMissing' | 'passageCircle' | 'passagesTooLong'>;

/**
 * The most blocks that passages within passages may make of a body. No letter has so many; eight passages, each holding the
 * one before ten times, would make a hundred million.
 */
export const MAX_PASSAGE_BLOCKS = 5_000;

/** What is left to be put in: shared by all that one body expands to. */
interface Budget {
  blocks: number;
}

/** Ids of the passages that a body links, each once, in reading order. */
export function linkedPassages(blocks: readonly BlockNode[]): readonly string[] {
  const inBlocks = allBlocks(blocks).flatMap((block) => (block.type === 'passage' ? [block.attrs.id] : []));
  const inWords = inlineOf(blocks).flatMap((node) => (node.type === 'passageWords' ? [node.attrs.id] : []));
  return [...new Set([...inBlocks, ...inWords])];
}

/** What is wrong with a body’s passages: one that is gone, or a circle with the path that makes it. */
export function passageProblems(blocks: readonly BlockNode[], passages: Passages): readonly PassageProblem[] {
  const problems: PassageProblem[] = [];
  // A passage without a fault of its own is looked through once, however often it is linked.
  const sound = new Set<string>();
  const visit = (ids: readonly string[], trail: readonly string[]): void => {
    for (const id of ids) {
      if (sound.has(id)) continue;
      const passage = passages.get(id);
      if (!passage) problems.push({ code: 'passageMissing', where: id, params: {} });
      else if (trail.includes(id)) {
        const circle = [...trail.slice(trail.indexOf(id)), id];
        const path = circle.map((one) => passages.get(one)?.name ?? one).join(' → ');
        problems.push({ code: 'passageCircle', where: id, params: { path } });
      } else {
        const before = problems.length;
        visit(linkedPassages(passage.body.content), [...trail, id]);
        if (problems.length === before) sound.add(id);
      }
    }
  };
  visit(linkedPassages(blocks), []);
  if (problems.length === 0 && passageBlocks(blocks, passages) > MAX_PASSAGE_BLOCKS)
    problems.push({ code: 'passagesTooLong', where: '', params: { most: MAX_PASSAGE_BLOCKS } });
  return problems.filter(
    ({ code, where }, n) => problems.findIndex((p) => p.code === code && p.where === where) === n,
  );
}

/** How many blocks a body's passages make, counted without making them; no further than what is too many. */
function passageBlocks(blocks: readonly BlockNode[], passages: Passages): number {
  const known = new Map<string, number>();
  const sizeOf = (id: string): number => {
    const counted = known.get(id);
    if (counted !== undefined) return counted;
    known.set(id, 0);
    const body = passages.get(id)?.body.content ?? [];
    const size = Math.min(MAX_PASSAGE_BLOCKS + 1, allBlocks(body).length + within(body));
    known.set(id, size);
    return size;
  };
  const within = (body: readonly BlockNode[]): number => {
    const ids = [
      ...allBlocks(body).flatMap((block) => (block.type === 'passage' ? [block.attrs.id] : [])),
      ...inlineOf(body).flatMap((node) => (node.type === 'passageWords' ? [node.attrs.id] : [])),
    ];
    return ids.reduce((sum, id) => Math.min(MAX_PASSAGE_BLOCKS + 1, sum + sizeOf(id)), 0);
  };
  return within(blocks);
}

/**
 * Puts today's wording in the place of each linked passage. One that is gone, or that would stand within itself,
 * leaves nothing, and so does what would make a body longer than any letter: the static check has said so, and such a
 * template cannot be approved.
 */
export function expandPassages(blocks: readonly BlockNode[], passages: Passages): readonly BlockNode[] {
  return expandBlocks(blocks, passages, [], { blocks: MAX_PASSAGE_BLOCKS });
}

function expandBlocks(
  blocks: readonly BlockNode[],
  passages: Passages,
  trail: readonly string[],
  budget: Budget,
): readonly BlockNode[] {
  const inside = (inner: readonly BlockNode[]): readonly BlockNode[] =>
    expandBlocks(inner, passages, trail, budget);
  return blocks.flatMap((block): readonly BlockNode[] => {
    switch (block.type) {
      case 'passage': {
        const { id } = block.attrs;
        const passage = passageFor(id, passages, trail, budget);
        return passage ? expandBlocks(passage.body.content, passages, [...trail, id], budget) : [];
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
        return [mapBlockInline(block, (nodes) => expandInline(nodes, passages, trail, budget))];
      case 'button':
      case 'question':
      case 'space':
      case 'divider':
      case 'signature':
        return [block];
      default:
        return block satisfies never;
    }
  });
}

/** A passage that may stand here, its blocks taken from what is left. */
function passageFor(
  id: string,
  passages: Passages,
  trail: readonly string[],
  budget: Budget,
): PassageText | undefined {
  const passage = trail.includes(id) || budget.blocks <= 0 ? undefined : passages.get(id);
  // Empty ones count too: a passage that holds nothing but others makes no block of its own.
  if (passage) budget.blocks -= 1 + passage.body.content.length;
  return passage;
}

/** Passages within one line of text: each gives its words, its own lines apart by a break. */
export function expandInline(
  nodes: readonly InlineNode[],
  passages: Passages,
  trail: readonly string[] = [],
  budget: Budget = { blocks: MAX_PASSAGE_BLOCKS },
): readonly InlineNode[] {
  return nodes.flatMap((node): readonly InlineNode[] => {
    if (node.type === 'showWords')
      return [{ ...node, content: expandInline(node.content, passages, trail, budget) }];
    if (node.type !== 'passageWords') return [node];
    const { id } = node.attrs;
    const passage = passageFor(id, passages, trail, budget);
    if (!passage) return [];
    const lines = textBlocks(expandBlocks(passage.body.content, passages, [...trail, id], budget));
    return lines.flatMap((line, n): readonly InlineNode[] =>
      n === 0 ? (line.content ?? []) : [{ type: 'hardBreak' }, ...(line.content ?? [])],
    );
  });
}

/** A copied passage: its words as they stand today, without the link. A single paragraph can be put into a line. */
export const isOneLine = ({ content }: DocumentNode): boolean =>
  content.length === 1 && (content[0] as Paragraph | undefined)?.type === 'paragraph';
