import type { BlockNode, DocumentNode, InlineNode, TextBlock } from './document.ts';

/** The blocks that stand inside a block, in reading order. */
export function innerBlocks(block: BlockNode): readonly BlockNode[] {
  switch (block.type) {
    case 'bulletList':
    case 'orderedList':
    case 'columns':
      return block.content.flatMap(({ content }) => content);
    case 'table':
      return block.content.flatMap((row) => row.content.flatMap((cell) => cell.content));
    case 'showWhen':
    case 'repeat':
      return block.content;
    case 'paragraph':
    case 'heading':
    case 'button':
    case 'question':
    case 'space':
    case 'divider':
    case 'passage':
    case 'signature':
      return [];
    default:
      return block satisfies never;
  }
}

/** Every block in reading order, each before what stands inside it. */
export const allBlocks = (blocks: readonly BlockNode[]): readonly BlockNode[] =>
  blocks.flatMap((block) => [block, ...allBlocks(innerBlocks(block))]);

export const isTextBlock = (block: BlockNode): block is TextBlock =>
  block.type === 'paragraph' || block.type === 'heading';

/** Every paragraph and heading in reading order, wherever it stands; a note's `block` counts these. */
export const textBlocks = (blocks: readonly BlockNode[]): readonly TextBlock[] =>
  allBlocks(blocks).filter(isTextBlock);

/** Inline nodes with those inside shown words after their holder. */
export const allInline = (nodes: readonly InlineNode[]): readonly InlineNode[] =>
  nodes.flatMap((node) => (node.type === 'showWords' ? [node, ...allInline(node.content)] : [node]));

/** All inline nodes of blocks, in reading order. */
export const inlineOf = (blocks: readonly BlockNode[]): readonly InlineNode[] =>
  textBlocks(blocks).flatMap((block) => allInline(block.content ?? []));

/** The words of inline nodes; a mark stands for each that is no text, so that places in the words are places of the line. */
export const wordsOfInline = (nodes: readonly InlineNode[], mark = ' '): string =>
  nodes.map((node) => (node.type === 'text' ? node.text : mark)).join('');

export type ChangeInline = (nodes: readonly InlineNode[]) => readonly InlineNode[];

/** Rebuilds a block from the inside out: what stands in it is changed before it is. */
export function mapBlock(block: BlockNode, change: (block: BlockNode) => BlockNode): BlockNode {
  const inside = (blocks: readonly BlockNode[]): readonly BlockNode[] =>
    blocks.map((one) => mapBlock(one, change));
  switch (block.type) {
    case 'bulletList':
    case 'orderedList':
      return change({
        ...block,
        content: block.content.map((item) => ({ ...item, content: inside(item.content) })),
      });
    case 'columns':
      return change({
        ...block,
        content: block.content.map((one) => ({ ...one, content: inside(one.content) })),
      });
    case 'table': {
      const rows = block.content.map((row) => ({
        ...row,
        content: row.content.map((cell) => ({ ...cell, content: inside(cell.content) })),
      }));
      return change({ ...block, content: rows });
    }
    case 'showWhen':
    case 'repeat':
      return change({ ...block, content: inside(block.content) });
    case 'paragraph':
    case 'heading':
    case 'button':
    case 'question':
    case 'space':
    case 'divider':
    case 'passage':
    case 'signature':
      return change(block);
    default:
      return block satisfies never;
  }
}

/** Rebuilds a block with the inline content of each text block in it replaced. */
export const mapBlockInline = (block: BlockNode, change: ChangeInline): BlockNode =>
  mapBlock(block, (one) =>
    isTextBlock(one) && one.content ? { ...one, content: change(one.content) } : one,
  );

export const mapInline = (document: DocumentNode, change: ChangeInline): DocumentNode => ({
  ...document,
  content: document.content.map((block) => mapBlockInline(block, change)),
});
