import type { BlockNode, TableRow } from './document.ts';

/** Whether a block goes through rows, and so may come to nothing. */
function mayBeEmpty(block: BlockNode): boolean {
  if (block.type === 'repeat') return true;
  return block.type === 'table' && block.content.every((row) => isHead(row) || row.attrs.repeat !== null);
}

const isHead = ({ content }: TableRow): boolean => content.every(({ type }) => type === 'tableHeader');

/** Whether a paragraph or heading leads in what stands below it (“still open:”), and belongs to it: without that it says nothing. */
export function leadsIn(block: BlockNode, next: BlockNode | undefined): boolean {
  if ((block.type !== 'paragraph' && block.type !== 'heading') || !next || !mayBeEmpty(next)) return false;
  const last = block.content?.at(-1);
  return last?.type === 'text' && last.text.trimEnd().endsWith(':');
}
