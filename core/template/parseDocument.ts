import { DATE_FORMATS } from '../dates/formatDate.ts';
import type { DateShift } from '../model/calculatedForm.ts';
import { fail, succeed } from '../model/problem.ts';
import type { Problem, Result } from '../model/problem.ts';
import { VALUE_FORMATS } from '../values/writeValue.ts';
import type { ValueFormat } from '../values/writeValue.ts';
import { DOCUMENT_VERSION } from './document.ts';
import type {
  BlockNode,
  DocumentNode,
  FieldUse,
  InlineDocument,
  InlineNode,
  List,
  ListItem,
  Mark,
  WhenEmpty,
} from './document.ts';

/** Nesting deeper than any letter; stops a document made to exhaust the stack. */
const MAX_DEPTH = 24;
/** Nodes in one document; the longest letters seen have some hundreds. */
const MAX_NODES = 20_000;
/** Characters of text in one document, some 150 pages. */
export const MAX_DOCUMENT_CHARS = 500_000;
const MAX_HREF = 2_000;

export type DocumentProblem = Problem<
  'notADocument' | 'unknownNode' | 'unknownMark' | 'badAttribute' | 'badLink' | 'tooDeep' | 'tooLarge'
>;

/** Which inline nodes may stand: fields in templates, late values in letters. */
export type DocumentUse = 'template' | 'letter';

class Refusal extends Error {
  readonly problem: DocumentProblem;
  constructor(code: DocumentProblem['code'], where: string, params: DocumentProblem['params'] = {}) {
    super(code);
    this.problem = { code, where, params };
  }
}

interface Reading {
  readonly use: DocumentUse;
  nodes: number;
  chars: number;
}

type Json = Readonly<Record<string, unknown>>;

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Links that mail readers follow without surprise; anything else (`javascript:`, `data:`, `file:`) is refused. */
export const isSafeHref = (href: string): boolean =>
  href.length <= MAX_HREF && /^(?:https?:\/\/|mailto:|tel:)[^\s<>"]+$/i.test(href);

/** Control characters but tab and newline have no place in a letter. */
export const cleanText = (text: string): string => text.replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '');

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
    const content = children(json).map((child, n) => readBlock(child, `body/${n}`, reading, 1));
    return { type: 'doc', version: DOCUMENT_VERSION, content };
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

const children = (node: Json): readonly unknown[] => (Array.isArray(node['content']) ? node['content'] : []);
const attrsOf = (node: Json): Json => (isObject(node['attrs']) ? node['attrs'] : {});

function count(reading: Reading, where: string, chars = 0): void {
  reading.nodes += 1;
  reading.chars += chars;
  if (reading.nodes > MAX_NODES || reading.chars > MAX_DOCUMENT_CHARS) throw new Refusal('tooLarge', where);
}

function readBlock(json: unknown, where: string, reading: Reading, depth: number): BlockNode {
  count(reading, where);
  if (depth > MAX_DEPTH) throw new Refusal('tooDeep', where);
  if (!isObject(json)) throw new Refusal('notADocument', where);
  const type = json['type'];
  if (type === 'bulletList' || type === 'orderedList') return readList(json, type, where, reading, depth);
  const inline = (): readonly InlineNode[] =>
    children(json).map((child, n) => readInline(child, `${where}/${n}`, reading));
  if (type === 'paragraph') return { type, content: inline() };
  if (type === 'heading') return { type, attrs: { level: readLevel(json, where) }, content: inline() };
  throw new Refusal('unknownNode', where, { type: String(type) });
}

function readLevel(json: Json, where: string): 1 | 2 | 3 {
  const level = attrsOf(json)['level'];
  if (level === 1 || level === 2 || level === 3) return level;
  throw new Refusal('badAttribute', where, { name: 'level' });
}

function readList(json: Json, type: List['type'], where: string, reading: Reading, depth: number): List {
  const items = children(json).map((item, n): ListItem => {
    const at = `${where}/${n}`;
    count(reading, at);
    if (!isObject(item) || item['type'] !== 'listItem') throw new Refusal('unknownNode', at);
    return {
      type: 'listItem',
      content: children(item).map((b, m) => readBlock(b, `${at}/${m}`, reading, depth + 1)),
    };
  });
  return { type, content: items };
}

function readInline(json: unknown, where: string, reading: Reading): InlineNode {
  if (!isObject(json)) throw new Refusal('notADocument', where);
  const { type } = json;
  if (type === 'text') {
    const text = cleanText(requireText(json, 'text', where));
    count(reading, where, text.length);
    return withMarks({ type, text }, json, where, reading);
  }
  count(reading, where);
  if (type === 'hardBreak') return { type };
  const attrs = attrsOf(json);
  if (type === 'blank') return { type, attrs: { key: requireText(attrs, 'key', where) } };
  if (type === 'field' && reading.use === 'template') {
    return withMarks(
      { type, attrs: { ...readUse(attrs, where), whenEmpty: readWhenEmpty(attrs, where) } },
      json,
      where,
      reading,
    );
  }
  if (type === 'late' && reading.use === 'letter') return { type, attrs: readUse(attrs, where) };
  throw new Refusal('unknownNode', where, { type: String(type) });
}

function withMarks<T extends object>(
  node: T,
  json: Json,
  where: string,
  reading: Reading,
): T & { marks?: readonly Mark[] } {
  const raw = json['marks'];
  if (!Array.isArray(raw) || raw.length === 0) return node;
  return { ...node, marks: raw.map((mark) => readMark(mark, where, reading)) };
}

function readMark(json: unknown, where: string, reading: Reading): Mark {
  const type = isObject(json) ? json['type'] : undefined;
  if (type === 'bold' || type === 'italic' || type === 'underline') return { type };
  const attrs = isObject(json) ? attrsOf(json) : {};
  if (type === 'link') {
    const href = requireText(attrs, 'href', where);
    if (!isSafeHref(href)) throw new Refusal('badLink', where, { href: href.slice(0, 80) });
    return { type, attrs: { href } };
  }
  if (type === 'value' && reading.use === 'letter') {
    const [label, original] = [requireText(attrs, 'label', where), requireText(attrs, 'original', where)];
    return { type, attrs: { ...readUse(attrs, where), label, original } };
  }
  throw new Refusal('unknownMark', where, { type: String(type) });
}

function requireText(json: Json, name: string, where: string): string {
  const value = json[name];
  if (typeof value === 'string') return value;
  throw new Refusal('badAttribute', where, { name });
}

function readUse(attrs: Json, where: string): FieldUse {
  const format = attrs['format'] ?? 'plain';
  if (!isFormat(format)) throw new Refusal('badAttribute', where, { name: 'format' });
  return { path: requireText(attrs, 'path', where), format, shift: readShift(attrs['shift'], where) };
}

const isFormat = (value: unknown): value is ValueFormat => VALUE_FORMATS.some((format) => format === value);

const UNITS = ['days', 'workingDays', 'weeks', 'months', 'years'] as const;
/** Shifts beyond this leave the calendar; no letter speaks of a day fifty years of days away. */
const MAX_SHIFT = 20_000;

function readShift(json: unknown, where: string): DateShift | null {
  if (json === undefined || json === null) return null;
  const unit = isObject(json) ? UNITS.find((known) => known === json['unit']) : undefined;
  const amount = isObject(json) ? json['amount'] : undefined;
  if (!unit || typeof amount !== 'number' || !Number.isInteger(amount) || Math.abs(amount) > MAX_SHIFT) {
    throw new Refusal('badAttribute', where, { name: 'shift' });
  }
  const roll = isObject(json) ? json['roll'] : undefined;
  return roll === 'next' || roll === 'previous' ? { amount, unit, roll } : { amount, unit };
}

function readWhenEmpty(attrs: Json, where: string): WhenEmpty {
  const json = attrs['whenEmpty'];
  if (json === undefined || json === null) return { kind: 'ask' };
  const kind = isObject(json) ? json['kind'] : undefined;
  if (kind === 'ask' || kind === 'leaveOut') return { kind };
  if (kind === 'words' && isObject(json))
    return { kind, words: cleanText(requireText(json, 'words', where)) };
  throw new Refusal('badAttribute', where, { name: 'whenEmpty' });
}

/** Formats that only dates take, for the static check. */
export const isDateOnlyFormat = (format: ValueFormat): boolean =>
  DATE_FORMATS.some((known) => known === format);
