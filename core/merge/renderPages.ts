import { questionLines } from '../template/question.ts';
import type { BlockNode, InlineNode, Mark, Table } from '../template/document.ts';
import { inlineOf, wordsOfInline } from '../template/walk.ts';

/** A stretch of text on a page, or a line of several. Points throughout. */
export interface PageText {
  readonly text: string | readonly PageText[];
  readonly bold?: true;
  readonly italics?: true;
  readonly decoration?: 'underline';
  readonly sup?: true;
  readonly sub?: true;
  readonly color?: string;
  readonly link?: string;
  readonly fontSize?: number;
  readonly alignment?: 'left' | 'center' | 'right';
  readonly margin?: Margin;
}

/** Left, top, right, bottom. */
export type Margin = [number, number, number, number];

/**
 * What a page holds: a subset of the notation that PDF layout libraries of the pdfmake kind share, as plain data, so that
 * core decides what stands on a letter and a library alone decides where it falls.
 */
export type PageNode =
  | PageText
  | { readonly image: string; readonly width: number; readonly margin?: Margin }
  | { readonly ul: readonly PageNode[]; readonly margin?: Margin }
  | { readonly ol: readonly PageNode[]; readonly margin?: Margin }
  | { readonly stack: readonly PageNode[]; readonly margin?: Margin }
  | { readonly columns: readonly PageNode[]; readonly columnGap: number; readonly margin?: Margin }
  | {
      readonly table: {
        readonly widths: readonly string[];
        readonly headerRows: number;
        readonly body: readonly (readonly PageCell[])[];
      };
      readonly margin?: Margin;
    }
  | { readonly canvas: readonly PageRule[]; readonly margin?: Margin }
  /** A code of squares (ISO/IEC 18004), as wide as `fit` points. */
  | { readonly qr: string; readonly fit: number; readonly margin?: Margin };

export interface PageRule {
  readonly type: 'line';
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly lineWidth: number;
  readonly lineColor: string;
}

export interface PageCell {
  readonly stack: readonly PageNode[];
  readonly colSpan?: number;
  readonly alignment?: 'left' | 'center' | 'right';
  readonly bold?: true;
}

const PARAGRAPH: Margin = [0, 0, 0, 8];
/** An answer page's own address. */
const ANSWER_ADDRESS = /\/a\/[\w-]{22}$/;
/** Side of a code that a phone reads from a page; some three centimetres. */
const CODE_POINTS = 90;
const PIXELS_TO_POINTS = 0.75;
/** The width that text has on an A4 page with our margins. */
export const TEXT_WIDTH = 451;

/** Lays a settled body out as what stands on pages, one after the other. */
export const pageNodes = (blocks: readonly BlockNode[]): readonly PageNode[] => blocks.flatMap(pageBlock);

function pageBlock(block: BlockNode): readonly PageNode[] {
  switch (block.type) {
    case 'paragraph':
      return pageParagraph(block.content ?? [], block.attrs?.align);
    case 'heading':
      return [
        {
          ...lineText(block.content ?? []),
          bold: true,
          fontSize: 14 - block.attrs.level,
          margin: [0, 8, 0, 4],
        },
      ];
    case 'bulletList':
      return [{ ul: block.content.map((item) => stackOf(item.content)), margin: PARAGRAPH }];
    case 'orderedList':
      return [{ ol: block.content.map((item) => stackOf(item.content)), margin: PARAGRAPH }];
    case 'table':
      return [pageTable(block)];
    case 'columns':
      return [
        { columns: block.content.map((column) => stackOf(column.content)), columnGap: 16, margin: PARAGRAPH },
      ];
    case 'button': {
      const { label, href } = block.attrs;
      const link: PageNode = { text: `${label}: ${href}`, link: href, margin: PARAGRAPH };
      // Nobody types a secret address: a phone reads it from the page.
      return ANSWER_ADDRESS.test(href) ? [link, { qr: href, fit: CODE_POINTS, margin: PARAGRAPH }] : [link];
    }
    case 'question': {
      const { ask, options } = questionLines(block);
      const asked: PageNode = { text: ask, bold: true, margin: PARAGRAPH };
      return options.length === 0
        ? [asked]
        : [asked, { ul: options.map((text) => ({ text })), margin: PARAGRAPH }];
    }
    case 'space':
      return [{ text: '', margin: [0, block.attrs.height * PIXELS_TO_POINTS, 0, 0] }];
    case 'divider':
      return [
        {
          canvas: [
            { type: 'line', x1: 0, y1: 0, x2: TEXT_WIDTH, y2: 0, lineWidth: 0.5, lineColor: '#c9c0ae' },
          ],
          margin: [0, 6, 0, 10],
        },
      ];
    case 'showWhen':
    case 'repeat':
      return pageNodes(block.content);
    case 'passage':
    case 'signature':
      return [];
    default:
      return block satisfies never;
  }
}

const stackOf = (blocks: readonly BlockNode[]): PageNode => ({ stack: pageNodes(blocks) });

/** Pictures cannot stand within a line of text on a page: each takes its own place, in order. */
function pageParagraph(nodes: readonly InlineNode[], align?: 'center' | 'right'): readonly PageNode[] {
  const out: PageNode[] = [];
  let line: InlineNode[] = [];
  const flush = (): void => {
    if (line.length > 0 || out.length === 0)
      out.push({ ...lineText(line), margin: PARAGRAPH, ...(align ? { alignment: align } : {}) });
    line = [];
  };
  for (const node of nodes) {
    if (node.type !== 'picture') line.push(node);
    else {
      if (line.length > 0) flush();
      out.push({
        image: node.attrs.picture,
        width: Math.min(TEXT_WIDTH, node.attrs.width * PIXELS_TO_POINTS),
        margin: PARAGRAPH,
      });
    }
  }
  if (line.length > 0 || out.length === 0) flush();
  return out;
}

function lineText(nodes: readonly InlineNode[]): PageText {
  const parts = nodes.flatMap((node): readonly PageText[] => {
    if (node.type === 'hardBreak') return [{ text: '\n' }];
    return node.type === 'text' ? [{ text: node.text, ...pageMarks(node.marks ?? []) }] : [];
  });
  return parts.length === 1 && parts[0] ? parts[0] : { text: parts.length === 0 ? ' ' : parts };
}

function pageMarks(marks: readonly Mark[]): Partial<PageText> {
  return Object.assign({}, ...marks.map(pageMark)) as Partial<PageText>;
}

function pageMark(mark: Mark): Partial<PageText> {
  switch (mark.type) {
    case 'bold':
      return { bold: true };
    case 'italic':
      return { italics: true };
    case 'underline':
      return { decoration: 'underline' };
    case 'superscript':
      return { sup: true };
    case 'subscript':
      return { sub: true };
    case 'colour':
      return { color: mark.attrs.colour };
    case 'link':
      return { link: mark.attrs.href, color: '#2a6a5e' };
    case 'value':
      return {};
    default:
      return mark satisfies never;
  }
}

function pageTable({ content }: Table): PageNode {
  const width = Math.max(
    1,
    ...content.map((row) => row.content.reduce((sum, { attrs }) => sum + attrs.colspan, 0)),
  );
  const amounts = new Set(Array.from({ length: width }, (_, n) => n).filter((n) => holdsAmounts(content, n)));
  const heads = content.findIndex((row) => row.content.some(({ type }) => type === 'tableCell'));
  const body = content.map((row) => {
    const cells = row.content.flatMap((cell, n): readonly PageCell[] => [
      {
        stack: pageNodes(cell.content).map(closeUp),
        alignment: cell.attrs.align === 'left' && amounts.has(n) ? 'right' : cell.attrs.align,
        ...(cell.attrs.colspan > 1 ? { colSpan: cell.attrs.colspan } : {}),
        ...(cell.type === 'tableHeader' ? { bold: true as const } : {}),
      },
      // A cell over several columns is followed by places that it fills.
      ...Array.from({ length: cell.attrs.colspan - 1 }, (): PageCell => ({ stack: [] })),
    ]);
    return [...cells, ...Array.from({ length: width - cells.length }, (): PageCell => ({ stack: [] }))];
  });
  // The widest text of a table takes what room there is; short columns keep to themselves.
  const widest = widestColumn(content, width);
  const widths = Array.from({ length: width }, (_, n) => (n === widest ? '*' : 'auto'));
  return {
    table: { widths, headerRows: Math.max(0, heads), body },
    margin: [0, 0, 0, 10],
  };
}

/** An amount or a figure as it is written: `£1,284.00`, `(12.50)`, `7.2`, `20 %`. */
const FIGURE = /^[-−+(]?\s?(?:\p{Sc}|[A-Z]{3}\s)?\s?[-−]?\d[\d.,'’\s]*\)?(?:\s?(?:%|\p{Sc}|[A-Z]{3}))?$/u;

/** Whether a column of a table, without spans, holds amounts or figures alone: those stand below each other by their ends. */
function holdsAmounts(rows: Table['content'], column: number): boolean {
  const cells = rows.flatMap(({ content }) => {
    const cell = content[column];
    return cell?.type === 'tableCell' && content.every(({ attrs }) => attrs.colspan === 1) ? [cell] : [];
  });
  const texts = cells
    .map(({ content }) => wordsOfInline(inlineOf(content)).trim())
    .filter((text) => text !== '');
  return texts.length > 0 && texts.every((text) => FIGURE.test(text));
}

const closeUp = (node: PageNode): PageNode => ('text' in node ? { ...node, margin: [0, 0, 0, 0] } : node);

function widestColumn(rows: Table['content'], width: number): number {
  const lengths = Array.from({ length: width }, (_, n) =>
    Math.max(0, ...rows.map((row) => JSON.stringify(row.content[n]?.content ?? '').length)),
  );
  return lengths.indexOf(Math.max(...lengths));
}
