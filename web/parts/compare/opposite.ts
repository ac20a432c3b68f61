import type { ComparedPart } from '../../../contract/common.ts';

type Part = ComparedPart;

/** Some words of a line as it reads now; `change` tells which former words stood in their place, undefined where nothing changed. */
export interface Piece {
  readonly text: string;
  readonly change?: number;
}

/** What stood in the place of a change before; undefined for words that are new. */
export interface Former {
  readonly change: number;
  readonly text: string | undefined;
  /** Whether other words stand there now; else they were left out. */
  readonly replaced: boolean;
}

export interface OppositeLine {
  readonly pieces: readonly Piece[];
  readonly former: readonly Former[];
}

/** Changes with nothing between them but a space are one: a phrase that was put in another's place, not its words one by one. */
function joined(parts: readonly Part[]): readonly Part[] {
  const all: Part[] = [];
  let removed = '';
  let added = '';
  const settle = (): void => {
    if (removed !== '') all.push({ kind: 'removed', text: removed });
    if (added !== '') all.push({ kind: 'added', text: added });
    removed = '';
    added = '';
  };
  for (const [n, { kind, text }] of parts.entries()) {
    const next = parts[n + 1];
    if (kind === 'removed') removed += text;
    else if (kind === 'added') added += text;
    else if (removed + added !== '' && /^[ \u00a0]+$/.test(text) && next && next.kind !== 'same') {
      removed += text;
      added += text;
    } else {
      settle();
      all.push({ kind, text });
    }
  }
  settle();
  return all;
}

/** A text's lines as they read now, and opposite each the former words, numbered through the text from 1. */
export function opposite(compared: readonly Part[]): readonly OppositeLine[] {
  const parts = joined(compared);
  const lines: { pieces: Piece[]; former: Former[] }[] = [{ pieces: [], former: [] }];
  let changes = 0;
  const here = () => lines[lines.length - 1] ?? { pieces: [], former: [] };
  const write = (text: string, change?: number): void => {
    text.split('\n').forEach((words, n) => {
      if (n > 0) lines.push({ pieces: [], former: [] });
      if (words !== '') here().pieces.push(change === undefined ? { text: words } : { text: words, change });
    });
  };
  for (const [n, { kind, text }] of parts.entries()) {
    if (kind === 'same') {
      write(text);
      continue;
    }
    const [before, after] = [parts[n - 1], parts[n + 1]];
    const isReplaced = kind === 'removed' && after?.kind === 'added';
    if (kind === 'added' && before?.kind === 'removed') {
      write(text, changes);
      continue;
    }
    changes += 1;
    here().former.push({
      change: changes,
      text: kind === 'removed' ? text : undefined,
      replaced: kind === 'added' || isReplaced,
    });
    if (kind === 'added') write(text, changes);
    else if (!isReplaced) here().pieces.push({ text: '', change: changes });
  }
  return lines;
}
