import type { Program } from '../merge/compile.ts';
import type { FieldReader } from '../merge/fieldReader.ts';
import { merge } from '../merge/merge.ts';
import type { Answers, BlankDefinition } from '../template/blanks.ts';
import { documentOf } from '../template/document.ts';
import type { BlockNode, InlineNode } from '../template/document.ts';
import { inlineOf, isTextBlock, mapInline, wordsOfInline } from '../template/walk.ts';

/** A template's wording to stand within a message that is being written, and what it asks besides. */
export interface AddedWording {
  readonly content: readonly BlockNode[];
  /** All of the message's blanks from then on. */
  readonly blanks: readonly BlankDefinition[];
  readonly answers: Answers;
}

/**
 * Another template's wording for a draft: filled in, without its greeting and signature, which the draft has. The same
 * question is asked once; another under the same key gets a key of its own.
 */
export function addWording(
  program: Program,
  reader: FieldReader,
  draft: { readonly blanks: readonly BlankDefinition[]; readonly answers: Answers },
): AddedWording {
  const body = documentOf(withoutFrame(program.content.body.content));
  const merged = merge({ ...program, content: { ...program.content, body } }, reader);
  const known = new Map(draft.blanks.map((blank) => [blank.key, blank]));
  const renamed = new Map<string, string>();
  for (const blank of merged.blanks) {
    const there = known.get(blank.key);
    if (there && there.kind === blank.kind && there.label === blank.label) continue;
    const key = there ? freeKey(blank.key, known) : blank.key;
    renamed.set(blank.key, key);
    known.set(key, { ...blank, key });
  }
  const proposed = Object.entries(merged.proposed).map(([key, answer]) => [renamed.get(key) ?? key, answer]);
  const rename = (nodes: readonly InlineNode[]): readonly InlineNode[] =>
    nodes.map((node): InlineNode => {
      if (node.type === 'showWords') return { ...node, content: rename(node.content) };
      return node.type === 'blank'
        ? { ...node, attrs: { key: renamed.get(node.attrs.key) ?? node.attrs.key } }
        : node;
    });
  return {
    content: mapInline(merged.body, rename).content,
    blanks: [...known.values()],
    answers: { ...Object.fromEntries(proposed), ...draft.answers },
  };
}

function freeKey(key: string, known: ReadonlyMap<string, unknown>): string {
  let n = 2;
  while (known.has(`${key}-${n}`)) n += 1;
  return `${key}-${n}`;
}

/** A close is a few words with a comma, right before the signature. */
const MAX_CLOSE = 40;

function withoutFrame(blocks: readonly BlockNode[]): readonly BlockNode[] {
  return blocks.filter(
    (block, n) => block.type !== 'signature' && !greets(block) && !isClose(block, blocks[n + 1]),
  );
}

const greets = (block: BlockNode): boolean =>
  isTextBlock(block) &&
  inlineOf([block]).some((node) => node.type === 'field' && node.attrs.path.startsWith('greeting.'));

function isClose(block: BlockNode, next: BlockNode | undefined): boolean {
  if (block.type !== 'paragraph' || next?.type !== 'signature') return false;
  const text = wordsOfInline(block.content ?? [], '\u0000').trim();
  return text.length <= MAX_CLOSE && /^[^\u0000]*,$/.test(text);
}
