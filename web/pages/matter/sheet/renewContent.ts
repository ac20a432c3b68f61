import type { Editor } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import type { Transaction } from '@tiptap/pm/state';

/** More blocks than this are compared from both ends alone: the table of the comparison grows with their product. */
const MAX_COMPARED = 400;

/** A run of blocks that became another. */
interface Change {
  readonly from: number;
  readonly before: readonly Node[];
  readonly after: readonly Node[];
}

/**
 * Brings what was changed elsewhere into a text that is open: only the blocks that differ between `base`, as it was handed over, and
 * `next`, as it came back. The caret stays at its words; what was typed since stays, and a block that was typed in is left alone.
 */
export function renewContent(editor: Editor, base: object, next: object): void {
  const { schema, tr } = editor.state;
  const changes = changesBetween(
    childrenOf(schema.nodeFromJSON(base)),
    childrenOf(schema.nodeFromJSON(next)),
  );
  // From the end, so that what stands before keeps its place.
  for (const change of [...changes].reverse()) apply(tr, change);
  if (tr.docChanged) editor.view.dispatch(tr.setMeta('preventUpdate', true).setMeta('addToHistory', false));
}

const childrenOf = (node: Node): readonly Node[] => node.children;

const areAlike = (some: readonly Node[], others: readonly Node[]): boolean =>
  some.length === others.length && some.every((node, n) => others[n]?.eq(node));

/** The runs that differ, by the longest common subsequence of blocks between the ends that are alike. */
function changesBetween(base: readonly Node[], next: readonly Node[]): readonly Change[] {
  let head = 0;
  while (head < base.length && head < next.length && base[head]?.eq(next[head] as Node)) head += 1;
  let tail = 0;
  const most = Math.min(base.length, next.length) - head;
  while (tail < most && base.at(-1 - tail)?.eq(next.at(-1 - tail) as Node)) tail += 1;
  const before = base.slice(head, base.length - tail);
  const after = next.slice(head, next.length - tail);
  if (before.length === 0 && after.length === 0) return [];
  if (before.length > MAX_COMPARED || after.length > MAX_COMPARED) return [{ from: head, before, after }];
  return runsBetween(head, before, after);
}

function runsBetween(from: number, before: readonly Node[], after: readonly Node[]): readonly Change[] {
  const common = commonLengths(before, after);
  const runs: Change[] = [];
  let [i, j, runI, runJ] = [0, 0, 0, 0];
  const close = (): void => {
    if (i > runI || j > runJ)
      runs.push({ from: from + runI, before: before.slice(runI, i), after: after.slice(runJ, j) });
  };
  while (i < before.length && j < after.length) {
    if (before[i]?.eq(after[j] as Node)) {
      close();
      i += 1;
      j += 1;
      [runI, runJ] = [i, j];
    } else if ((common[i + 1]?.[j] ?? 0) >= (common[i]?.[j + 1] ?? 0)) i += 1;
    else j += 1;
  }
  [i, j] = [before.length, after.length];
  close();
  return runs;
}

/** For each pair of places, how many blocks the rests have in common. */
function commonLengths(before: readonly Node[], after: readonly Node[]): readonly (readonly number[])[] {
  const rows = before.map(() => new Array<number>(after.length + 1).fill(0));
  rows.push(new Array<number>(after.length + 1).fill(0));
  for (let i = before.length - 1; i >= 0; i -= 1)
    for (let j = after.length - 1; j >= 0; j -= 1) {
      const alike = before[i]?.eq(after[j] as Node) === true;
      const row = rows[i] as number[];
      row[j] = alike
        ? 1 + (rows[i + 1]?.[j + 1] ?? 0)
        : Math.max(rows[i + 1]?.[j] ?? 0, rows[i]?.[j + 1] ?? 0);
    }
  return rows;
}

/** Puts one run in the other's place, wherever it stands by now; where it stands no more, nothing is done. */
function apply(tr: Transaction, { from, before, after }: Change): void {
  const at = placeOf(childrenOf(tr.doc), before, from);
  if (at === undefined) return;
  let start = 0;
  for (const node of childrenOf(tr.doc).slice(0, at)) start += node.nodeSize;
  if (before.length === after.length) {
    for (const [n, node] of before.entries()) {
      const other = after[n];
      if (other) replaceInside(tr, start, node, other);
      start += other?.nodeSize ?? 0;
    }
    return;
  }
  const size = before.reduce((sum, node) => sum + node.nodeSize, 0);
  if (after.length > 0) tr.replaceWith(start, start + size, [...after]);
  else tr.delete(start, start + size);
}

function placeOf(blocks: readonly Node[], run: readonly Node[], likely: number): number | undefined {
  const stands = (at: number): boolean => areAlike(blocks.slice(at, at + run.length), run);
  if (stands(likely)) return likely;
  // Where nothing stood before, only the place itself says where it belongs.
  if (run.length === 0) return Math.min(likely, blocks.length);
  const found = blocks.findIndex((_, at) => stands(at));
  return found < 0 ? undefined : found;
}

/** Replaces no more of a block than what differs, so that a caret within it stays at its letter. */
function replaceInside(tr: Transaction, start: number, node: Node, other: Node): void {
  const from = node.content.findDiffStart(other.content);
  const ends = node.content.findDiffEnd(other.content);
  if (from === null || ends === null || !node.sameMarkup(other)) {
    if (!node.eq(other)) tr.replaceWith(start, start + node.nodeSize, other);
    return;
  }
  const overlap = Math.max(0, from - Math.min(ends.a, ends.b));
  const inside = start + 1;
  tr.replace(inside + from, inside + ends.a + overlap, other.slice(from, ends.b + overlap));
}
