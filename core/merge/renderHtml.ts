import type { BlockNode, DocumentNode, InlineNode, List, Mark, TextBlock } from '../template/document.ts';
import { PieceWriter } from './pieces.ts';
import type { Piece } from './pieces.ts';

/** Styles stand on each element: mail readers drop sheets of style, and none of ours is fetched from afar. */
const BODY = "font-family:Georgia,'Times New Roman',serif;font-size:16px;line-height:1.5;color:#1c1c1c";
const BLOCK = {
  paragraph: 'margin:0 0 12px',
  heading: 'margin:16px 0 8px;font-size:18px',
  list: 'margin:0 0 12px;padding-left:24px',
};

const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
const NEEDS_ESCAPE = /[&<>"']/;

/** Text as HTML text or attribute value. Most values need nothing, and are given back as they are. */
export const escapeHtml = (text: string): string =>
  NEEDS_ESCAPE.test(text) ? text.replace(/[&<>"']/g, (sign) => ESCAPES[sign] ?? sign) : text;

/** A value as HTML: escaped, its line breaks kept. */
export function valueHtml(text: string): string {
  const escaped = escapeHtml(text);
  return escaped.includes('\n') ? escaped.replaceAll('\n', '<br>') : escaped;
}

/** Email-safe HTML of a body, cut at its slots. */
export function htmlPieces(document: DocumentNode): readonly Piece[] {
  const out = new PieceWriter();
  out.text(`<div style="${BODY}">`);
  for (const block of document.content) writeBlock(block, out);
  out.text('</div>');
  return out.done();
}

function writeBlock(block: BlockNode, out: PieceWriter): void {
  switch (block.type) {
    case 'paragraph':
      return writeTextBlock(block, 'p', BLOCK.paragraph, out);
    case 'heading':
      return writeTextBlock(block, `h${block.attrs.level}`, BLOCK.heading, out);
    case 'bulletList':
      return writeList(block, 'ul', out);
    case 'orderedList':
      return writeList(block, 'ol', out);
    default:
      block satisfies never;
  }
}

function writeTextBlock(block: TextBlock, tag: string, style: string, out: PieceWriter): void {
  out.text(`<${tag} style="${style}">`);
  const nodes = block.content ?? [];
  // An empty paragraph keeps its line in every mail reader only when something stands in it.
  if (nodes.length === 0) out.text('&nbsp;');
  for (const node of nodes) writeInline(node, out);
  out.text(`</${tag}>`);
}

function writeList(list: List, tag: string, out: PieceWriter): void {
  out.text(`<${tag} style="${BLOCK.list}">`);
  for (const item of list.content) {
    out.text('<li>');
    for (const block of item.content) writeBlock(block, out);
    out.text('</li>');
  }
  out.text(`</${tag}>`);
}

function writeInline(node: InlineNode, out: PieceWriter): void {
  if (node.type === 'hardBreak') return out.text('<br>');
  const marks = 'marks' in node ? (node.marks ?? []) : [];
  out.text(marks.map(openTag).join(''));
  if (node.type === 'text') out.text(escapeHtml(node.text));
  else out.slot(node);
  out.text(marks.map(closeTag).reverse().join(''));
}

function openTag(mark: Mark): string {
  switch (mark.type) {
    case 'bold':
      return '<strong>';
    case 'italic':
      return '<em>';
    case 'underline':
      return '<u>';
    case 'link':
      return `<a href="${escapeHtml(mark.attrs.href)}" style="color:#2a6a5e">`;
    case 'value':
      return '';
    default:
      return mark satisfies never;
  }
}

const CLOSE: Readonly<Record<Mark['type'], string>> = {
  bold: '</strong>',
  italic: '</em>',
  underline: '</u>',
  link: '</a>',
  value: '',
};
const closeTag = (mark: Mark): string => CLOSE[mark.type];
