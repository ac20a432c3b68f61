import { isList } from '../template/document.ts';
import type { BlockNode, DocumentNode, InlineNode, List } from '../template/document.ts';
import { PieceWriter } from './pieces.ts';
import type { Piece } from './pieces.ts';

/** The plain-text alternative of a body, cut at its slots: paragraphs apart by an empty line, lists with marks. */
export function textPieces(document: DocumentNode): readonly Piece[] {
  const out = new PieceWriter();
  writeBlocks(document.content, '', '\n\n', out);
  return out.done();
}

/** A subject or text message, cut at its slots; a line break in it becomes a space. */
export function inlinePieces(nodes: readonly InlineNode[]): readonly Piece[] {
  const out = new PieceWriter();
  for (const node of nodes) writeInline(node, ' ', out);
  return out.done();
}

function writeBlocks(blocks: readonly BlockNode[], indent: string, between: string, out: PieceWriter): void {
  blocks.forEach((block, n) => {
    if (n > 0) out.text(between + indent);
    if (isList(block)) writeList(block, indent, out);
    else for (const node of block.content ?? []) writeInline(node, `\n${indent}`, out);
  });
}

function writeList(list: List, indent: string, out: PieceWriter): void {
  list.content.forEach((item, n) => {
    const mark = list.type === 'bulletList' ? '- ' : `${n + 1}. `;
    out.text((n > 0 ? `\n${indent}` : '') + mark);
    writeBlocks(item.content, indent + ' '.repeat(mark.length), '\n', out);
  });
}

function writeInline(node: InlineNode, lineBreak: string, out: PieceWriter): void {
  if (node.type === 'hardBreak') return out.text(lineBreak);
  if (node.type !== 'text') return out.slot(node);
  const link = node.marks?.find((mark) => mark.type === 'link');
  const shown = link && link.attrs.href.replace(/^(?:mailto|tel):/, '') !== node.text;
  out.text(shown ? `${node.text} <${link.attrs.href}>` : node.text);
}
