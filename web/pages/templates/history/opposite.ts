import type { Comparison } from '../../../../contract/templates.ts';

type Part = Comparison['body'][number];

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

/** A text's lines as they read now, and opposite each the former words, numbered through the text from 1. */
export function opposite(parts: readonly Part[]): readonly OppositeLine[] {
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
