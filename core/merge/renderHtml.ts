import type {
  BlockNode,
  ButtonBlock,
  Columns,
  DocumentNode,
  InlineNode,
  List,
  Mark,
  PictureNode,
  QuestionNode,
  Table,
  TableCell,
  TableRow,
  TextBlock,
} from '../template/document.ts';
import { questionLines } from '../template/question.ts';
import { contrastOf } from '../model/contrast.ts';
import { DEFAULT_LOOK, FACES } from '../model/messageLook.ts';
import type { MessageLook } from '../model/messageLook.ts';
import { piecesOf, withLeadIns } from './pieces.ts';
import type { Piece, PieceWriter } from './pieces.ts';

/** Styles stand on each element: mail readers drop sheets of style, and none of ours is fetched from afar. */
const STYLE = {
  paragraph: 'margin:0 0 12px',
  heading: 'margin:16px 0 8px;font-size:18px',
  list: 'margin:0 0 12px;padding-left:24px',
  table: 'border-collapse:collapse;margin:0 0 12px;width:100%',
  cell: 'border-bottom:1px solid #d5cdbd;padding:4px 12px 4px 0;vertical-align:top',
  head: 'font-size:13px;font-weight:600;color:#435854;',
  columns: 'border-collapse:collapse;width:100%;margin:0 0 12px',
  column: 'vertical-align:top;padding:0 16px 0 0',
  button:
    'display:inline-block;text-decoration:none;padding:9px 18px;border-radius:4px;font-family:Arial,sans-serif;font-size:15px',
  divider: 'border:0;border-top:1px solid #d5cdbd;margin:16px 0',
};

/** How a body is written: where its pictures are found, and how it looks, or that it should look like one typed by hand. */
export interface HtmlStyle {
  readonly pictureUrl: (picture: string) => string;
  readonly look: MessageLook;
  readonly plain?: true;
}

/** The face, size and colour of a text. */
export const textStyle = ({ face, sizePx, ink }: MessageLook): string =>
  `font-family:${FACES[face]};font-size:${sizePx}px;line-height:1.5;color:${ink}`;

/** Pictures travel in the message itself and are named by what they hold (RFC 2392). */
export const cidOf = (picture: string): string => `${picture.slice(0, 32)}@pictures`;
export const IN_MESSAGE: HtmlStyle = {
  pictureUrl: (picture) => `cid:${cidOf(picture)}`,
  look: DEFAULT_LOOK,
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

const NEEDS_WORK = /[&<>"'\n]/;

/** A value as HTML: escaped, its line breaks kept. */
export const valueHtml = (text: string): string =>
  NEEDS_WORK.test(text) ? escapeHtml(text).replaceAll('\n', '<br>') : text;

/** Email-safe HTML of a body, cut at its slots. */
export function htmlPieces(document: DocumentNode, style: HtmlStyle = IN_MESSAGE): readonly Piece[] {
  return piecesOf((out) => {
    out.text(style.plain ? '<div>' : `<div style="${textStyle(style.look)}">`);
    writeBlocks(document.content, style, out);
    out.text('</div>');
  });
}

/** Blocks alone, without the frame around a body: for a signature within one. */
export const htmlBlockPieces = (blocks: readonly BlockNode[], style: HtmlStyle): readonly Piece[] =>
  piecesOf((out) => {
    writeBlocks(blocks, style, out);
  });

function writeBlocks(blocks: readonly BlockNode[], style: HtmlStyle, out: PieceWriter): void {
  withLeadIns(
    blocks,
    (block, into) => {
      writeBlock(block, style, into);
    },
    out,
  );
}

function writeBlock(block: BlockNode, style: HtmlStyle, out: PieceWriter): void {
  switch (block.type) {
    case 'paragraph':
      return writeTextBlock(block, 'p', styleOf(block.attrs?.align, STYLE.paragraph), style, out);
    case 'heading':
      return writeTextBlock(block, `h${block.attrs.level}`, STYLE.heading, style, out);
    case 'bulletList':
      return writeList(block, 'ul', style, out);
    case 'orderedList':
      return writeList(block, 'ol', style, out);
    case 'table':
      return writeTable(block, style, out);
    case 'columns':
      return writeColumns(block, style, out);
    case 'button':
      return writeButton(block, style, out);
    case 'question':
      return writeQuestion(block, style, out);
    case 'space':
      return out.text(
        `<div style="height:${block.attrs.height}px;line-height:${block.attrs.height}px">&nbsp;</div>`,
      );
    case 'divider':
      return out.text(style.plain ? '<hr>' : `<hr style="${STYLE.divider}">`);
    case 'showWhen':
      return out.piece({
        type: 'shown',
        when: block.attrs.when,
        pieces: htmlBlockPieces(block.content, style),
      });
    case 'repeat':
      return out.piece({ type: 'each', over: block.attrs, pieces: htmlBlockPieces(block.content, style) });
    case 'signature':
      return out.piece(block);
    case 'passage':
      // A passage is expanded when a template is compiled; one that is left here is gone, and says nothing.
      return;
    default:
      block satisfies never;
  }
}

const styleOf = (align: 'center' | 'right' | undefined, style: string): string =>
  align ? `${style};text-align:${align}` : style;

const open = (tag: string, css: string, { plain }: HtmlStyle): string =>
  plain ? `<${tag}>` : `<${tag} style="${css}">`;

/** Whether a line always says something: words of its own, a picture, or a question that will be answered. */
const alwaysSpeaks = (nodes: readonly InlineNode[]): boolean =>
  nodes.length === 0 ||
  nodes.some(
    (node) =>
      (node.type === 'text' && node.text.trim() !== '') ||
      node.type === 'picture' ||
      node.type === 'blank' ||
      node.type === 'late',
  );

function writeTextBlock(
  block: TextBlock,
  tag: string,
  css: string,
  style: HtmlStyle,
  out: PieceWriter,
): void {
  const nodes = block.content ?? [];
  const [before, after] = [open(tag, css, style), `</${tag}>`];
  if (!alwaysSpeaks(nodes)) {
    const body = piecesOf((inner) => {
      for (const node of nodes) writeInline(node, style, inner);
    });
    return out.piece({ type: 'framed', before: [before], body, after: [after] });
  }
  out.text(before);
  // An empty paragraph keeps its line in every mail reader only when something stands in it.
  if (nodes.length === 0) out.text('&nbsp;');
  for (const node of nodes) writeInline(node, style, out);
  out.text(after);
}

function writeQuestion(block: QuestionNode, style: HtmlStyle, out: PieceWriter): void {
  const { ask, options } = questionLines(block);
  const items = options.map((one) => `<li>${escapeHtml(one)}</li>`).join('');
  out.text(`${open('p', STYLE.paragraph, style)}<b>${escapeHtml(ask)}</b></p>`);
  if (items !== '') out.text(`${open('ul', STYLE.list, style)}${items}</ul>`);
}

function writeList(list: List, tag: string, style: HtmlStyle, out: PieceWriter): void {
  const body = piecesOf((inner) => {
    for (const { content } of list.content) {
      inner.piece({
        type: 'framed',
        before: ['<li>'],
        body: htmlBlockPieces(content, style),
        after: ['</li>'],
      });
    }
  });
  out.piece({ type: 'framed', before: [open(tag, STYLE.list, style)], body, after: [`</${tag}>`] });
}

/** A table stands where any of its rows but the heads does: heads alone would promise what is not there. */
function writeTable(table: Table, style: HtmlStyle, out: PieceWriter): void {
  const isHead = (row: TableRow): boolean => row.content.every(({ type }) => type === 'tableHeader');
  const firstBody = table.content.findIndex((row) => !isHead(row));
  const heads = firstBody < 0 ? [] : table.content.slice(0, firstBody);
  const rows = table.content.slice(heads.length);
  const writeRows = (some: readonly TableRow[]): readonly Piece[] =>
    piecesOf((inner) => {
      for (const row of some) writeRow(row, style, inner);
    });
  const opening = piecesOf((inner) => {
    inner.text(open('table', STYLE.table, style));
  });
  out.piece({
    type: 'framed',
    before: [...opening, ...writeRows(heads)],
    body: writeRows(rows),
    after: ['</table>'],
  });
}

function writeRow({ attrs, content }: TableRow, style: HtmlStyle, out: PieceWriter): void {
  const pieces = piecesOf((inner) => {
    inner.text('<tr>');
    for (const cell of content) writeCell(cell, style, inner);
    inner.text('</tr>');
  });
  const shown: readonly Piece[] = attrs.when ? [{ type: 'shown', when: attrs.when, pieces }] : pieces;
  if (attrs.repeat) return out.piece({ type: 'each', over: attrs.repeat, pieces: shown });
  for (const piece of shown)
    if (typeof piece === 'string') out.text(piece);
    else out.piece(piece);
}

function writeCell({ type, attrs, content }: TableCell, style: HtmlStyle, out: PieceWriter): void {
  const head = type === 'tableHeader';
  const css = `${head ? STYLE.head : ''}${STYLE.cell};text-align:${attrs.align}`;
  const span = attrs.colspan > 1 ? ` colspan="${attrs.colspan}"` : '';
  out.text(style.plain ? `<${head ? 'th' : 'td'}${span}>` : `<${head ? 'th' : 'td'}${span} style="${css}">`);
  // A cell of one paragraph needs no paragraph of its own, whose margin would stretch the row.
  const [first, ...others] = content;
  if (first?.type === 'paragraph' && others.length === 0) {
    for (const node of first.content ?? []) writeInline(node, style, out);
  } else writeBlocks(content, style, out);
  out.text(head ? '</th>' : '</td>');
}

function writeColumns({ content }: Columns, style: HtmlStyle, out: PieceWriter): void {
  out.text(`<table role="presentation" style="${STYLE.columns}"><tr>`);
  const width = Math.floor(100 / Math.max(1, content.length));
  for (const column of content) {
    out.text(`<td style="${STYLE.column};width:${width}%">`);
    writeBlocks(column.content, style, out);
    out.text('</td>');
  }
  out.text('</tr></table>');
}

function writeButton({ attrs }: ButtonBlock, style: HtmlStyle, out: PieceWriter): void {
  const href = escapeHtml(attrs.href);
  const label = escapeHtml(attrs.label);
  const { accent } = style.look;
  out.text(
    style.plain
      ? `<p><a href="${href}">${label}</a></p>`
      : `<p style="${STYLE.paragraph}"><a href="${href}" class="o-button" style="${STYLE.button};background:${accent};color:${onAccent(accent)}">${label}</a></p>`,
  );
}

/** A button's words are white, or dark where white could not be read on it. */
const onAccent = (accent: string): string => (contrastOf('#ffffff', accent) >= 3 ? '#ffffff' : '#1c1c1c');

function writeInline(node: InlineNode, style: HtmlStyle, out: PieceWriter): void {
  switch (node.type) {
    case 'hardBreak':
      return out.text('<br>');
    case 'text':
      return writeMarked(node.marks, style, out, () => {
        out.text(escapeHtml(node.text));
      });
    case 'field':
      return writeMarked(node.marks, style, out, () => {
        out.piece(node);
      });
    case 'blank':
    case 'late':
      return out.piece(node);
    case 'picture':
      return writePicture(node, style, out);
    case 'showWords': {
      const pieces = piecesOf((inner) => {
        for (const one of node.content) writeInline(one, style, inner);
      });
      return out.piece({ type: 'shown', when: node.attrs.when, pieces });
    }
    case 'passageWords':
      return;
    default:
      node satisfies never;
  }
}

function writePicture({ attrs }: PictureNode, { pictureUrl }: HtmlStyle, out: PieceWriter): void {
  const image = `<img src="${escapeHtml(pictureUrl(attrs.picture))}" alt="${escapeHtml(attrs.alt)}" width="${attrs.width}" style="max-width:100%;height:auto;vertical-align:middle">`;
  out.text(attrs.href === null ? image : `<a href="${escapeHtml(attrs.href)}">${image}</a>`);
}

function writeMarked(
  marks: readonly Mark[] | undefined,
  { look }: HtmlStyle,
  out: PieceWriter,
  write: () => void,
): void {
  if (marks) out.text(marks.map((mark) => openTag(mark, look)).join(''));
  write();
  if (marks) out.text(marks.map(closeTag).reverse().join(''));
}

function openTag(mark: Mark, { link }: MessageLook): string {
  switch (mark.type) {
    case 'bold':
      return '<strong>';
    case 'italic':
      return '<em>';
    case 'underline':
      return '<u>';
    // Without a height of its own, so that the lines about it stay evenly apart.
    case 'superscript':
      return '<sup style="line-height:0">';
    case 'subscript':
      return '<sub style="line-height:0">';
    case 'colour':
      return `<span style="color:${mark.attrs.colour}">`;
    case 'link':
      return `<a href="${escapeHtml(mark.attrs.href)}" style="color:${link}">`;
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
  superscript: '</sup>',
  subscript: '</sub>',
  colour: '</span>',
  link: '</a>',
  value: '',
};
const closeTag = (mark: Mark): string => CLOSE[mark.type];
