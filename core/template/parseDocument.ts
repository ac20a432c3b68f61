import { DATE_FORMATS } from '../dates/formatDate.ts';
import { fail, succeed } from '../model/problem.ts';
import type { Result } from '../model/problem.ts';
import type { ValueFormat } from '../values/writeValue.ts';
import { documentOf } from './document.ts';
import type {
  BlockNode,
  Columns,
  DocumentNode,
  InlineDocument,
  InlineNode,
  List,
  ListItem,
  Paragraph,
  Table,
  TableCell,
  TableRow,
} from './document.ts';
import {
  Refusal,
  attrsOf,
  children,
  cleanText,
  count,
  isObject,
  readGroup,
  readRepeat,
  requireHref,
  requireInteger,
  requireText,
} from './parseAttrs.ts';
import type { DocumentProblem, DocumentUse, Json, Reading } from './parseAttrs.ts';
import { readInline } from './parseInline.ts';
import { readQuestion } from './parseQuestion.ts';

export { cleanText, isSafeHref } from './parseAttrs.ts';
export type { DocumentProblem, DocumentUse } from './parseAttrs.ts';

/** Nesting deeper than any letter; stops a document made to exhaust the stack. */
const MAX_DEPTH = 24;
const MAX_COLSPAN = 20;
const MAX_COLUMNS = 3;
const MAX_BUTTON_LABEL = 120;
export const SPACE_HEIGHTS = { least: 4, most: 120 } as const;

function attempt<T>(read: () => T): Result<T, readonly DocumentProblem[]> {
  try {
    return succeed(read());
  } catch (error) {
    if (error instanceof Refusal) return fail([error.problem]);
    throw error;
  }
}

/** Reads a body from unknown JSON: only our nodes, marks and attributes come through, everything else is refused. */
export function parseDocument(
  json: unknown,
  use: DocumentUse,
): Result<DocumentNode, readonly DocumentProblem[]> {
  return attempt(() => {
    if (!isObject(json) || json['type'] !== 'doc') throw new Refusal('notADocument', 'body');
    const reading: Reading = { use, nodes: 0, chars: 0 };
    return documentOf(children(json).map((child, n) => readBlock(child, `body/${n}`, reading, 1)));
  });
}

/** Reads a subject or text message: an array of inline nodes. */
export function parseInline(
  json: unknown,
  use: DocumentUse,
): Result<InlineDocument, readonly DocumentProblem[]> {
  return attempt(() => {
    if (!Array.isArray(json)) throw new Refusal('notADocument', 'subject');
    const reading: Reading = { use, nodes: 0, chars: 0 };
    return json.map((child, n) => readInline(child, `subject/${n}`, reading));
  });
}

function readBlock(json: unknown, where: string, reading: Reading, depth: number): BlockNode {
  count(reading, where);
  if (depth > MAX_DEPTH) throw new Refusal('tooDeep', where);
  if (!isObject(json)) throw new Refusal('notADocument', where);
  const { type } = json;
  const attrs = attrsOf(json);
  const blocks = (): readonly BlockNode[] => readBlocks(json, where, reading, depth);
  switch (type) {
    case 'paragraph':
      return { ...readAlign(attrs), type, content: readLine(json, where, reading) };
    case 'heading':
      return { type, attrs: { level: readLevel(attrs, where) }, content: readLine(json, where, reading) };
    case 'bulletList':
    case 'orderedList':
      return readList(json, type, where, reading, depth);
    case 'table':
      return readTable(json, where, reading, depth);
    case 'columns':
      return readColumns(json, where, reading, depth);
    case 'divider':
      return { type };
    case 'space': {
      const { least, most } = SPACE_HEIGHTS;
      return { type, attrs: { height: requireInteger(attrs, 'height', where, least, most) } };
    }
    case 'button': {
      const label = cleanText(requireText(attrs, 'label', where)).slice(0, MAX_BUTTON_LABEL);
      return { type, attrs: { label, href: requireHref(attrs, where) } };
    }
    case 'question':
      return { type, attrs: readQuestion(attrs, where) };
    case 'showWhen':
      return { type, attrs: { when: readGroup(attrs['when'], where) }, content: blocks() };
    default:
      return readTemplateBlock(json, attrs, where, reading, blocks);
  }
}

function readTemplateBlock(
  { type }: Json,
  attrs: Json,
  where: string,
  { use }: Reading,
  blocks: () => readonly BlockNode[],
): BlockNode {
  if (use === 'template') {
    if (type === 'repeat') return { type, attrs: readRepeat(attrs, where), content: blocks() };
    if (type === 'passage') return { type, attrs: { id: requireText(attrs, 'id', where) } };
    if (type === 'signature') return { type };
  }
  throw new Refusal('unknownNode', where, { type: String(type) });
}

const readBlocks = (json: Json, where: string, reading: Reading, depth: number): readonly BlockNode[] =>
  children(json).map((child, n) => readBlock(child, `${where}/${n}`, reading, depth + 1));

const readLine = (json: Json, where: string, reading: Reading): readonly InlineNode[] =>
  children(json).map((child, n) => readInline(child, `${where}/${n}`, reading));

function readAlign({ align }: Json): Pick<Paragraph, 'attrs'> {
  return align === 'center' || align === 'right' ? { attrs: { align } } : {};
}

function readLevel({ level }: Json, where: string): 1 | 2 | 3 {
  if (level === 1 || level === 2 || level === 3) return level;
  throw new Refusal('badAttribute', where, { name: 'level' });
}

/** A child of the one type that may stand here. */
function expectNode(json: unknown, types: readonly string[], where: string, reading: Reading): Json {
  count(reading, where);
  if (isObject(json) && types.some((type) => type === json['type'])) return json;
  throw new Refusal('unknownNode', where, { type: isObject(json) ? String(json['type']) : 'nothing' });
}

function readList(json: Json, type: List['type'], where: string, reading: Reading, depth: number): List {
  const items = children(json).map((child, n): ListItem => {
    const at = `${where}/${n}`;
    const item = expectNode(child, ['listItem'], at, reading);
    return { type: 'listItem', content: readBlocks(item, at, reading, depth) };
  });
  return { type, content: items };
}

function readColumns(json: Json, where: string, reading: Reading, depth: number): Columns {
  const columns = children(json).map((child, n) => {
    const at = `${where}/${n}`;
    const column = expectNode(child, ['column'], at, reading);
    return { type: 'column' as const, content: readBlocks(column, at, reading, depth) };
  });
  if (columns.length < 1 || columns.length > MAX_COLUMNS)
    throw new Refusal('badAttribute', where, { name: 'columns' });
  return { type: 'columns', content: columns };
}

function readTable(json: Json, where: string, reading: Reading, depth: number): Table {
  const rows = children(json).map((child, n): TableRow => {
    const at = `${where}/${n}`;
    const row = expectNode(child, ['tableRow'], at, reading);
    const cells = children(row).map((cell, m) => readCell(cell, `${at}/${m}`, reading, depth + 1));
    return { type: 'tableRow', attrs: readRowAttrs(attrsOf(row), at, reading), content: cells };
  });
  return { type: 'table', content: rows };
}

function readRowAttrs(attrs: Json, where: string, { use }: Reading): TableRow['attrs'] {
  const { repeat, when } = attrs;
  return {
    repeat: use === 'template' && isObject(repeat) ? readRepeat(repeat, where) : null,
    when: isObject(when) ? readGroup(when, where) : null,
  };
}

function readCell(json: unknown, where: string, reading: Reading, depth: number): TableCell {
  const cell = expectNode(json, ['tableCell', 'tableHeader'], where, reading);
  const { colspan, align } = attrsOf(cell);
  const span = typeof colspan === 'number' && Number.isInteger(colspan) ? colspan : 1;
  return {
    type: cell['type'] === 'tableHeader' ? 'tableHeader' : 'tableCell',
    attrs: {
      colspan: Math.min(MAX_COLSPAN, Math.max(1, span)),
      align: align === 'center' || align === 'right' ? align : 'left',
    },
    content: readBlocks(cell, where, reading, depth),
  };
}

/** Formats that only dates take, for the static check. */
export const isDateOnlyFormat = (format: ValueFormat): boolean =>
  DATE_FORMATS.some((known) => known === format);
