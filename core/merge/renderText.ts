import type {
  BlockNode,
  DocumentNode,
  InlineNode,
  List,
  Table,
  TableRow,
  TextNode,
} from '../template/document.ts';
import { questionLines } from '../template/question.ts';
import { piecesOf, withLeadIns } from './pieces.ts';
import type { Piece, PieceWriter } from './pieces.ts';

/**
 * The plain-text alternative of a body, cut at its slots: paragraphs apart by an empty line, lists with marks, a table
 * row a line. Each block ends with its own line ends, so that a block that does not stand leaves none; the writer of the
 * whole trims the last.
 */
export function textPieces(document: DocumentNode): readonly Piece[] {
  return textBlockPieces(document.content);
}

export const textBlockPieces = (blocks: readonly BlockNode[]): readonly Piece[] =>
  piecesOf((out) => {
    writeBlocks(blocks, '', '\n\n', out);
  });

/** A subject or text message, cut at its slots; a line break in it becomes a space. */
export function inlinePieces(nodes: readonly InlineNode[], lineBreak = ' '): readonly Piece[] {
  return piecesOf((out) => {
    for (const node of nodes) writeInline(node, lineBreak, out);
  });
}

function writeBlocks(blocks: readonly BlockNode[], indent: string, end: string, out: PieceWriter): void {
  withLeadIns(
    blocks,
    (block, into) => {
      // The first block of a list's item stands behind its mark; what follows it is set in by as much.
      writeBlock(block, block === blocks[0] ? '' : indent, indent, end, into);
    },
    out,
  );
}

function writeBlock(block: BlockNode, lead: string, indent: string, end: string, out: PieceWriter): void {
  const inside = (blocks: readonly BlockNode[]): readonly Piece[] =>
    piecesOf((inner) => {
      withLeadIns(
        blocks,
        (one, into) => {
          writeBlock(one, lead, indent, end, into);
        },
        inner,
      );
    });
  switch (block.type) {
    case 'paragraph':
    case 'heading':
      return writeLine(block.content ?? [], lead, indent, end, out);
    case 'bulletList':
    case 'orderedList':
      return writeList(block, lead, indent, end, out);
    case 'table':
      return writeTable(block, lead, end, out);
    case 'columns':
      for (const { content } of block.content) writeBlocks(content, indent, end, out);
      return;
    case 'button':
      return out.text(`${lead}${block.attrs.label}: ${block.attrs.href}${end}`);
    case 'question': {
      const { ask, options } = questionLines(block);
      return out.text(`${lead}${[ask, ...options.map((one) => `${indent}- ${one}`)].join('\n')}${end}`);
    }
    case 'divider':
      return out.text(`${lead}--------${end}`);
    case 'showWhen':
      return out.piece({ type: 'shown', when: block.attrs.when, pieces: inside(block.content) });
    case 'repeat':
      return out.piece({ type: 'each', over: block.attrs, pieces: inside(block.content) });
    case 'signature':
      return out.piece(block);
    case 'space':
    case 'passage':
      return;
    default:
      block satisfies never;
  }
}

const alwaysSpeaks = (nodes: readonly InlineNode[]): boolean =>
  nodes.length === 0 ||
  nodes.some(
    (node) =>
      (node.type === 'text' && node.text.trim() !== '') || node.type === 'blank' || node.type === 'late',
  );

function writeLine(
  nodes: readonly InlineNode[],
  lead: string,
  indent: string,
  end: string,
  out: PieceWriter,
): void {
  const line = inlinePieces(nodes, `\n${indent}`);
  if (!alwaysSpeaks(nodes)) return out.piece({ type: 'framed', before: [lead], body: line, after: [end] });
  out.text(lead);
  for (const piece of line) put(piece, out);
  out.text(end);
}

const put = (piece: Piece, out: PieceWriter): void => {
  if (typeof piece === 'string') out.text(piece);
  else out.piece(piece);
};

function writeList(list: List, lead: string, indent: string, end: string, out: PieceWriter): void {
  const body = piecesOf((inner) => {
    list.content.forEach((item, n) => {
      const mark = list.type === 'bulletList' ? '- ' : `${n + 1}. `;
      const content = piecesOf((words) => {
        writeBlocks(item.content, indent + ' '.repeat(mark.length), '\n', words);
      });
      inner.piece({ type: 'framed', before: [(n === 0 ? lead : indent) + mark], body: content, after: [] });
    });
  });
  // Items end with one line end each; a list among paragraphs is set off by one more.
  out.piece({ type: 'framed', before: [], body, after: [end.slice(1)] });
}

function writeTable(table: Table, lead: string, end: string, out: PieceWriter): void {
  const isHead = (row: TableRow): boolean => row.content.every(({ type }) => type === 'tableHeader');
  const firstBody = table.content.findIndex((row) => !isHead(row));
  const cut = Math.max(0, firstBody);
  const rows = (some: readonly TableRow[]): readonly Piece[] =>
    piecesOf((inner) => {
      for (const row of some) writeRow(row, lead, inner);
    });
  const { content } = table;
  out.piece({
    type: 'framed',
    before: rows(content.slice(0, cut)),
    body: rows(content.slice(cut)),
    after: [end.slice(1)],
  });
}

/** What stands in a cell, on one line: paragraphs apart by a stroke, the items of a list by a semicolon. */
function writeCell(blocks: readonly BlockNode[], between: string, out: PieceWriter): void {
  blocks.forEach((block, n) => {
    const body = piecesOf((inner) => {
      writeInCell(block, between, inner);
    });
    if (n === 0) for (const piece of body) put(piece, out);
    else out.piece({ type: 'framed', before: [between], body, after: [] });
  });
}

function writeInCell(block: BlockNode, between: string, out: PieceWriter): void {
  const inside = (blocks: readonly BlockNode[]): readonly Piece[] =>
    piecesOf((inner) => {
      writeCell(blocks, between, inner);
    });
  switch (block.type) {
    case 'paragraph':
    case 'heading':
      for (const piece of inlinePieces(block.content ?? [])) put(piece, out);
      return;
    case 'bulletList':
    case 'orderedList':
      block.content.forEach((item, n) => {
        const mark = block.type === 'bulletList' ? '- ' : `${n + 1}. `;
        out.piece({
          type: 'framed',
          before: [n === 0 ? mark : `; ${mark}`],
          body: inside(item.content),
          after: [],
        });
      });
      return;
    case 'table':
      block.content.forEach((row, n) => {
        const cells = inside(row.content.flatMap(({ content }) => content));
        out.piece({ type: 'framed', before: n === 0 ? [] : [between], body: cells, after: [] });
      });
      return;
    case 'columns':
      writeCell(
        block.content.flatMap(({ content }) => content),
        between,
        out,
      );
      return;
    case 'button':
      return out.text(`${block.attrs.label}: ${block.attrs.href}`);
    case 'question':
      return out.text(questionLines(block).ask);
    case 'showWhen':
      return out.piece({ type: 'shown', when: block.attrs.when, pieces: inside(block.content) });
    case 'repeat':
      return out.piece({ type: 'each', over: block.attrs, pieces: inside(block.content) });
    case 'signature':
      return out.piece(block);
    case 'divider':
    case 'space':
    case 'passage':
      return;
    default:
      block satisfies never;
  }
}

function writeRow({ attrs, content }: TableRow, lead: string, out: PieceWriter): void {
  const pieces = piecesOf((inner) => {
    inner.text(lead);
    content.forEach((cell, n) => {
      if (n > 0) inner.text(' | ');
      writeCell(cell.content, ' / ', inner);
    });
    inner.text('\n');
  });
  const shown: readonly Piece[] = attrs.when ? [{ type: 'shown', when: attrs.when, pieces }] : pieces;
  if (attrs.repeat) return out.piece({ type: 'each', over: attrs.repeat, pieces: shown });
  for (const piece of shown) put(piece, out);
}

const RAISED = new Map([...'0123456789+-()n'].map((sign, n) => [sign, [...'⁰¹²³⁴⁵⁶⁷⁸⁹⁺⁻⁽⁾ⁿ'][n] ?? sign]));
const LOWERED = new Map([...'0123456789+-()'].map((sign, n) => [sign, [...'₀₁₂₃₄₅₆₇₈₉₊₋₍₎'][n] ?? sign]));

/** Raised and lowered figures have signs of their own (Unicode, Superscripts and Subscripts); words have none. */
function asSigns({ text, marks = [] }: TextNode): string {
  const raised = marks.some(({ type }) => type === 'superscript');
  const signs = raised ? RAISED : marks.some(({ type }) => type === 'subscript') ? LOWERED : undefined;
  return signs && [...text].every((sign) => signs.has(sign))
    ? [...text].map((sign) => signs.get(sign) ?? sign).join('')
    : text;
}

function writeInline(node: InlineNode, lineBreak: string, out: PieceWriter): void {
  switch (node.type) {
    case 'hardBreak':
      return out.text(lineBreak);
    case 'text': {
      const link = node.marks?.find((mark) => mark.type === 'link');
      const shown = link && link.attrs.href.replace(/^(?:mailto|tel):/, '') !== node.text;
      const text = asSigns(node);
      return out.text(shown ? `${text} <${link.attrs.href}>` : text);
    }
    case 'field':
    case 'blank':
    case 'late':
      return out.piece(node);
    case 'picture':
      return out.text(node.attrs.alt === '' ? '' : `[${node.attrs.alt}]`);
    case 'showWords':
      return out.piece({
        type: 'shown',
        when: node.attrs.when,
        pieces: inlinePieces(node.content, lineBreak),
      });
    case 'passageWords':
      return;
    default:
      node satisfies never;
  }
}
