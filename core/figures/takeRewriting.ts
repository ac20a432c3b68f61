import type { BlockNode, DocumentNode, InlineNode } from '../template/document.ts';
import { isTextBlock, mapBlock } from '../template/walk.ts';
import { patternWords, sentencesOf } from './pattern.ts';

/** A place of a pattern, or the words between two. */
const PARTS = /‹([^‹›]*)›|[^‹›]+/gu;

/**
 * A wording with one of its sentences, given as a pattern, written as it was most often rewritten: its fields and blanks
 * stay where the rewriting has them. Undefined where the sentence does not stand there any more, or the rewriting has a
 * place that the sentence has not. An empty rewriting takes the sentence out.
 */
export function takeRewriting(body: DocumentNode, was: string, became: string): DocumentNode | undefined {
  let done = false;
  const change = (block: BlockNode): BlockNode => {
    if (done || !isTextBlock(block)) return block;
    const nodes = block.content ?? [];
    const written = nodes.map(patternWords).join('');
    if (!sentencesOf(written).includes(was)) return block;
    const content = replaced(nodes, was, became);
    if (!content) return block;
    done = true;
    return { ...block, content };
  };
  const content = body.content.map((block) => mapBlock(block, change));
  return done ? { ...body, content } : undefined;
}

function replaced(
  nodes: readonly InlineNode[],
  was: string,
  became: string,
): readonly InlineNode[] | undefined {
  const words = nodes.map(patternWords);
  const written = words.join('');
  // Spaces are one in a pattern: the sentence is looked for as it is written, each run of them standing for one.
  const at = placeOf(written, was);
  if (!at) return undefined;
  const before: InlineNode[] = [];
  const within: InlineNode[] = [];
  const after: InlineNode[] = [];
  let offset = 0;
  nodes.forEach((node, n) => {
    const length = words[n]?.length ?? 0;
    const [start, end] = [offset, offset + length];
    offset = end;
    if (node.type !== 'text') {
      if (end <= at.from) before.push(node);
      else if (start >= at.until) after.push(node);
      else within.push(node);
      return;
    }
    const cut = (from: number, until: number): InlineNode[] =>
      from < until ? [{ ...node, text: node.text.slice(from - start, until - start) }] : [];
    before.push(...cut(start, Math.min(end, at.from)));
    after.push(...cut(Math.max(start, at.until), end));
  });
  const instead = nodesOf(became, within);
  return instead && [...before, ...instead, ...after];
}

function placeOf(
  written: string,
  sentence: string,
): { readonly from: number; readonly until: number } | undefined {
  for (let from = 0; from < written.length; from += 1) {
    const until = matchAt(written, from, sentence);
    if (until !== undefined) return { from, until };
  }
  return undefined;
}

/** Where a sentence that begins at a place ends; undefined where it is another. */
function matchAt(written: string, from: number, sentence: string): number | undefined {
  let at = from;
  for (const sign of sentence) {
    if (sign === ' ') {
      if (!/\s/.test(written[at] ?? '')) return undefined;
      while (/\s/.test(written[at] ?? '')) at += 1;
    } else {
      if (!written.startsWith(sign, at)) return undefined;
      at += sign.length;
    }
  }
  return at;
}

/** The nodes of a pattern: its places are those of the sentence it stands for, in whatever order. */
function nodesOf(pattern: string, places: readonly InlineNode[]): readonly InlineNode[] | undefined {
  const nodes: InlineNode[] = [];
  for (const [part, path] of pattern.matchAll(PARTS)) {
    if (path === undefined) nodes.push({ type: 'text', text: part });
    else {
      const place = places.find((node) => patternWords(node) === part);
      if (!place) return undefined;
      nodes.push(place);
    }
  }
  return nodes;
}
