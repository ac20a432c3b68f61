import { parseDocument as parseHtml } from 'htmlparser2';
import sanitizeHtml from 'sanitize-html';
import { documentOf } from '../../../core/template/document.ts';
import type {
  BlockNode,
  DocumentNode,
  InlineNode,
  ListItem,
  Mark,
  TableRow,
} from '../../../core/template/document.ts';
import { readHtmlElsewhere } from '../workers/contentReader.ts';
import { cleanText, isSafeHref } from '../../../core/template/parseDocument.ts';

type HtmlNode = ReturnType<typeof parseHtml>['children'][number];

/** What of HTML a letter can hold; the rest goes, and of what is dangerous its text goes with it. */
const ALLOWED = {
  allowedTags: [
    ...['p', 'div', 'br', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'ul', 'ol', 'li', 'hr', 'blockquote'],
    ...[
      'b',
      'strong',
      'i',
      'em',
      'u',
      'sup',
      'sub',
      'a',
      'span',
      'table',
      'thead',
      'tbody',
      'tr',
      'td',
      'th',
      'pre',
    ],
  ],
  allowedAttributes: { a: ['href'], td: ['colspan', 'align'], th: ['colspan', 'align'] },
  nestingLimit: 30,
};

const WITH_PICTURES = {
  ...ALLOWED,
  allowedTags: [...ALLOWED.allowedTags, 'img'],
  allowedAttributes: { ...ALLOWED.allowedAttributes, img: ['src', 'alt', 'width'] },
  allowedSchemesByTag: { img: ['picture'] },
};

/** The most of a page that is read: beyond this it is no letter. */
const MAX_HTML = 4_000_000;

/** Longer pages are read in a thread of their own: what they are built of can take any time. */
const MAX_HERE = 32_768;

export interface HtmlOptions {
  /** Pictures come through that are named by `picture:`, an id of ours and their width: for HTML that we wrote those into alone. */
  readonly withPictures?: boolean;
}

/** Reads HTML of any origin as a document: cleaned first, then only what a letter can hold comes through. */
export const htmlDocument = (html: string, options: HtmlOptions = {}): Promise<DocumentNode> =>
  html.length <= MAX_HERE
    ? Promise.resolve(htmlDocumentHere(html, options))
    : readHtmlElsewhere(html.slice(0, MAX_HTML), options);

/** The same, wherever it runs. */
export function htmlDocumentHere(html: string, { withPictures = false }: HtmlOptions = {}): DocumentNode {
  const clean = sanitizeHtml(html.slice(0, MAX_HTML), withPictures ? WITH_PICTURES : ALLOWED);
  return documentOf(readBlocks(parseHtml(clean).children));
}

const BLOCK_TAGS = new Set(
  'p div h1 h2 h3 h4 h5 h6 ul ol li hr blockquote table thead tbody tr td th pre'.split(' '),
);

const nameOf = (node: HtmlNode): string => ('name' in node ? node.name : '');
const childrenOf = (node: HtmlNode): readonly HtmlNode[] =>
  'children' in node ? (node.children as HtmlNode[]) : [];
const isBlock = (node: HtmlNode): boolean => BLOCK_TAGS.has(nameOf(node));
const holdsBlock = (node: HtmlNode): boolean =>
  childrenOf(node).some((child) => isBlock(child) || holdsBlock(child));

/** Words that stand loose between blocks make a paragraph of their own. */
function readBlocks(nodes: readonly HtmlNode[]): readonly BlockNode[] {
  const blocks: BlockNode[] = [];
  let loose: HtmlNode[] = [];
  const flush = (): void => {
    blocks.push(...paragraphOf(loose));
    loose = [];
  };
  for (const node of nodes) {
    if (!isBlock(node) && !holdsBlock(node)) {
      loose.push(node);
      continue;
    }
    flush();
    blocks.push(...readBlock(node));
  }
  flush();
  return blocks;
}

const paragraphOf = (nodes: readonly HtmlNode[]): readonly BlockNode[] => {
  const content = tidy(nodes.flatMap((node) => readInline(node, [])));
  return content.length > 0 ? [{ type: 'paragraph', content }] : [];
};

function readBlock(node: HtmlNode): readonly BlockNode[] {
  const name = nameOf(node);
  switch (name) {
    case 'hr':
      return [{ type: 'divider' }];
    case 'ul':
    case 'ol': {
      const items = childrenOf(node)
        .filter((child) => nameOf(child) === 'li')
        .map((item): ListItem => ({ type: 'listItem', content: atLeastOne(readBlocks(childrenOf(item))) }));
      return items.length > 0 ? [{ type: name === 'ul' ? 'bulletList' : 'orderedList', content: items }] : [];
    }
    case 'table':
      return readTable(node);
    case 'h1':
    case 'h2':
    case 'h3':
    case 'h4':
    case 'h5':
    case 'h6': {
      const content = tidy(childrenOf(node).flatMap((child) => readInline(child, [])));
      const level = name === 'h1' ? 1 : name === 'h2' ? 2 : 3;
      return content.length > 0 ? [{ type: 'heading', attrs: { level }, content }] : [];
    }
    default:
      return readBlocks(childrenOf(node));
  }
}

const atLeastOne = (blocks: readonly BlockNode[]): readonly BlockNode[] =>
  blocks.length > 0 ? blocks : [{ type: 'paragraph', content: [] }];

/** A table of one column, or one in which others stand, is there for its layout: its blocks follow one another. */
function readTable(table: HtmlNode): readonly BlockNode[] {
  const rows = rowsOf(table);
  const cells = rows.map((row) => childrenOf(row).filter((cell) => /^t[dh]$/.test(nameOf(cell))));
  const width = Math.max(0, ...cells.map((row) => row.length));
  const forLayout = width < 2 || rows.some((row) => childrenOf(row).some((cell) => rowsOf(cell).length > 0));
  if (forLayout) return cells.flat().flatMap((cell) => readBlocks(childrenOf(cell)));
  const content = cells.map((row): TableRow => ({
    type: 'tableRow',
    attrs: { repeat: null, when: null },
    content: row.map((cell) => ({
      type: nameOf(cell) === 'th' ? 'tableHeader' : 'tableCell',
      attrs: { colspan: spanOf(cell), align: 'left' },
      content: atLeastOne(readBlocks(childrenOf(cell))),
    })),
  }));
  return [{ type: 'table', content: content.filter((row) => row.content.length > 0) }];
}

const rowsOf = (node: HtmlNode): readonly HtmlNode[] =>
  childrenOf(node).flatMap((child) =>
    nameOf(child) === 'tr' ? [child] : /^t(?:head|body)$|^table$/.test(nameOf(child)) ? rowsOf(child) : [],
  );

const spanOf = (cell: HtmlNode): number => {
  const span = 'attribs' in cell ? Number(cell.attribs['colspan']) : 1;
  return Number.isInteger(span) && span > 0 && span <= 20 ? span : 1;
};

const MARKS: Readonly<Record<string, Mark>> = {
  b: { type: 'bold' },
  strong: { type: 'bold' },
  i: { type: 'italic' },
  em: { type: 'italic' },
  u: { type: 'underline' },
  sup: { type: 'superscript' },
  sub: { type: 'subscript' },
};

function readInline(node: HtmlNode, marks: readonly Mark[]): readonly InlineNode[] {
  if (node.type === 'text') {
    const text = cleanText(node.data.replace(/\s+/g, ' '));
    return text === '' ? [] : [{ type: 'text', text, ...(marks.length > 0 ? { marks } : {}) }];
  }
  const name = nameOf(node);
  if (name === 'br') return [{ type: 'hardBreak' }];
  if (name === 'img') return readImage('attribs' in node ? node.attribs : {});
  const href = name === 'a' && 'attribs' in node ? (node.attribs['href'] ?? '') : '';
  const mark = isSafeHref(href) ? ({ type: 'link', attrs: { href } } as const) : MARKS[name];
  const known = mark && marks.some(({ type }) => type === mark.type);
  const inner = mark && !known ? [...marks, mark] : marks;
  return childrenOf(node).flatMap((child) => readInline(child, inner));
}

const MOST_WIDE = 640;
const LEAST_WIDE = 8;

function readImage({ src = '', alt = '', width }: Readonly<Record<string, string>>): readonly InlineNode[] {
  const [, picture, natural] = /^picture:([0-9a-f]{64})#(\d{1,5})$/.exec(src) ?? [];
  if (picture === undefined) return [];
  const wide = Math.round(Number(width)) || Number(natural);
  const attrs = {
    picture,
    alt: cleanText(alt),
    width: Math.min(MOST_WIDE, Math.max(LEAST_WIDE, wide)),
    href: null,
  };
  return [{ type: 'picture', attrs }];
}

/** No space at a line's ends or twice in a row, no break at the end, neighbours of one look as one. */
function tidy(nodes: readonly InlineNode[]): readonly InlineNode[] {
  const out: InlineNode[] = [];
  for (const node of nodes) {
    const last = out.at(-1);
    if (node.type !== 'text') {
      if (node.type === 'hardBreak' && last?.type === 'text')
        out[out.length - 1] = { ...last, text: last.text.trimEnd() };
      out.push(node);
      continue;
    }
    const atStart = !last || last.type === 'hardBreak' || (last.type === 'text' && last.text.endsWith(' '));
    const text = atStart ? node.text.trimStart() : node.text;
    if (text === '') continue;
    if (last?.type === 'text' && JSON.stringify(last.marks) === JSON.stringify(node.marks))
      out[out.length - 1] = { ...last, text: last.text + text };
    else out.push({ ...node, text });
  }
  while (out.at(-1)?.type === 'hardBreak') out.pop();
  const last = out.at(-1);
  if (last?.type === 'text') out[out.length - 1] = { ...last, text: last.text.trimEnd() };
  return out.filter((node) => node.type !== 'text' || node.text !== '');
}
