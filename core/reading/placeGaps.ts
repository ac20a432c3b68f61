import type { BlankDefinition } from '../template/blanks.ts';
import type { DocumentNode, InlineDocument, InlineNode, TextNode } from '../template/document.ts';
import type { FieldInfo } from '../template/fieldCatalogue.ts';
import { mapInline, textBlocks, wordsOfInline } from '../template/walk.ts';
import { findGaps } from './findGaps.ts';
import type { Gap } from './findGaps.ts';
import { blankKindFor, blankLabelFor, SURE, suggestFields } from './suggest.ts';
import type { Suggestion } from './suggest.ts';

/** What should take a gap's place. */
export type Decision =
  | { readonly kind: 'field'; readonly path: string }
  | { readonly kind: 'blank'; readonly label: string; readonly answer: 'text' | 'date' | 'money' | 'number' }
  | { readonly kind: 'keep' };

/** The same code wherever it stands, with what it likely means. Asked once, however often it stands. */
export interface FoundGap {
  /** Tells it from others: the code as written, or for a bare rule its place. */
  readonly key: string;
  readonly text: string;
  /** The line it first stands in. */
  readonly line: string;
  readonly count: number;
  readonly suggestions: readonly Suggestion[];
  readonly proposed: Decision;
}

interface Wording {
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
}

/** A bare rule means something else at each place; a named code means the same everywhere. */
const keyOf = (gap: Gap, line: number): string =>
  gap.name === '' ? `${gap.text.slice(0, 8)} ${line}:${gap.from}` : gap.name;

/** Finds every code and gap of an old template, each offered the likeliest fields, or a blank. */
export function readGaps({ subject, body }: Wording, fields: readonly FieldInfo[]): readonly FoundGap[] {
  const lines = [
    wordsOfInline(subject),
    ...textBlocks(body.content).map(({ content }) => wordsOfInline(content ?? [])),
  ];
  const found = new Map<string, FoundGap>();
  lines.forEach((line, n) => {
    for (const gap of findGaps(line)) {
      const key = keyOf(gap, n);
      const known = found.get(key);
      found.set(key, known ? { ...known, count: known.count + 1 } : describe(key, gap, line, fields));
    }
  });
  return [...found.values()];
}

function describe(key: string, gap: Gap, line: string, fields: readonly FieldInfo[]): FoundGap {
  const suggestions = suggestFields(gap, line, fields);
  const [best] = suggestions;
  const proposed: Decision =
    best && best.likeness >= SURE
      ? { kind: 'field', path: best.path }
      : { kind: 'blank', label: blankLabelFor(gap, line), answer: blankKindFor(gap, line) };
  return { key, text: gap.text, line: line.trim().slice(0, 200), count: 1, suggestions, proposed };
}

/** Puts fields and blanks in the places of gaps, as decided; a gap without a decision is kept as it stands. */
export function placeGaps(
  wording: Wording,
  decisions: ReadonlyMap<string, Decision>,
): Wording & { readonly blanks: readonly BlankDefinition[] } {
  const blanks = new Map<string, BlankDefinition>();
  let line = -1;
  const change = (nodes: readonly InlineNode[]): readonly InlineNode[] => {
    line += 1;
    return placeInLine(nodes, line, decisions, blanks);
  };
  const subject = change(wording.subject);
  const body = mapInline(wording.body, change);
  return { subject, body, blanks: [...blanks.values()] };
}

function placeInLine(
  nodes: readonly InlineNode[],
  line: number,
  decisions: ReadonlyMap<string, Decision>,
  blanks: Map<string, BlankDefinition>,
): readonly InlineNode[] {
  const gaps = findGaps(wordsOfInline(nodes));
  if (gaps.length === 0) return nodes;
  const out: InlineNode[] = [];
  let at = 0;
  for (const node of nodes) {
    const length = node.type === 'text' ? node.text.length : 1;
    if (node.type === 'text') out.push(...cutNode(node, at, gaps, line, decisions, blanks));
    else out.push(node);
    at += length;
  }
  return out;
}

/** A gap that bold type cuts in two stands in the node where it begins; what of it lies in later nodes goes. */
function cutNode(
  node: TextNode,
  start: number,
  gaps: readonly Gap[],
  line: number,
  decisions: ReadonlyMap<string, Decision>,
  blanks: Map<string, BlankDefinition>,
): readonly InlineNode[] {
  const end = start + node.text.length;
  const out: InlineNode[] = [];
  let at = start;
  const words = (to: number): void => {
    if (to > at) out.push({ ...node, text: node.text.slice(at - start, to - start) });
  };
  for (const gap of gaps) {
    const decision = decisions.get(keyOf(gap, line));
    if (gap.to <= start || gap.from >= end || !decision || decision.kind === 'keep') continue;
    const lead = leadOf(decision, node.text.slice(0, Math.max(0, gap.from - start)));
    words(Math.max(start, gap.from - lead));
    if (gap.from >= start) out.push(nodeFor(decision, node, blanks));
    at = Math.min(end, gap.to);
  }
  words(end);
  return out;
}

/** A currency's sign or code right before an amount, and the `Dear` of a greeting: what takes the gap's place brings its own. */
const SIGN = /(?:[£€$¥]|\b(?:GBP|EUR|USD|NOK|SEK|DKK|CHF))\s?$/u;
const DEAR = /(?:^|\s)(Dear\s+)$/u;

/** How many signs before a gap go with it. */
function leadOf(decision: Exclude<Decision, { kind: 'keep' }>, before: string): number {
  if (decision.kind === 'field' && decision.path.startsWith('greeting.'))
    return DEAR.exec(before)?.[1]?.length ?? 0;
  const isAmount = decision.kind === 'blank' ? decision.answer === 'money' : true;
  return isAmount ? (SIGN.exec(before)?.[0].length ?? 0) : 0;
}

function nodeFor(
  decision: Exclude<Decision, { kind: 'keep' }>,
  { marks }: TextNode,
  blanks: Map<string, BlankDefinition>,
): InlineNode {
  if (decision.kind === 'field') {
    const attrs = { path: decision.path, format: 'plain', shift: null, whenEmpty: { kind: 'ask' } } as const;
    return { type: 'field', attrs, ...(marks ? { marks } : {}) };
  }
  const key = blankKey(decision.label);
  if (!blanks.has(key))
    blanks.set(key, { key, label: decision.label, kind: decision.answer, required: true });
  return { type: 'blank', attrs: { key } };
}

/** A key made of a label: `date of survey` is `dateOfSurvey`. Two blanks of one label are one blank, asked once. */
export function blankKey(label: string): string {
  const words = label
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N} ]/gu, '')
    .trim()
    .split(/\s+/);
  const key = words
    .map((word, n) =>
      n === 0 ? word.toLowerCase() : word.slice(0, 1).toUpperCase() + word.slice(1).toLowerCase(),
    )
    .join('')
    .slice(0, 60);
  return key === '' ? 'blank' : key;
}
