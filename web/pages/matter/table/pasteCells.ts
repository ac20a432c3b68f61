import Papa from 'papaparse';
import { MAX_TABLE_ROWS } from '../../../../contract/matterTypes.ts';
import type { ValueJson } from '../../../../contract/matterTypes.ts';
import type { CellDefinition } from '../../../../core/template/readCell.ts';
import type { ReadCell } from '../../../parts/values/useReadCell.ts';

type Row = Readonly<Record<string, ValueJson>>;

interface Pasted {
  readonly rows: readonly Row[];
  /** What could not be read as its column asks, and where: nothing of it was put in. */
  readonly unread: readonly { readonly row: number; readonly label: string; readonly text: string }[];
  /** Lines and columns that found no place. */
  readonly left: number;
}

/** Whether what is pasted is more than one cell, as spreadsheets put it on the clipboard: tabs and lines (text/tab-separated-values). */
export const isCells = (text: string): boolean => /[\t\n]/.test(text.trimEnd());

/** Fills cells from one on, to the right and down, with what was pasted; rows are added as they are needed. */
export function pasteCells(
  text: string,
  rows: readonly Row[],
  columns: readonly CellDefinition[],
  at: { readonly row: number; readonly column: number },
  read: ReadCell,
): Pasted {
  const lines = Papa.parse<string[]>(text.trimEnd(), { delimiter: '\t' }).data;
  const next: Record<string, ValueJson>[] = rows.map((row) => ({ ...row }));
  const unread: { row: number; label: string; text: string }[] = [];
  let left = 0;
  for (const [down, cells] of lines.entries()) {
    const n = at.row + down;
    if (n >= MAX_TABLE_ROWS) {
      left += 1;
      continue;
    }
    while (next.length <= n) next.push({});
    for (const [along, cell] of cells.entries()) {
      const column = columns[at.column + along];
      if (!column) {
        if (cell.trim() !== '') left += 1;
        continue;
      }
      if (cell.trim() === '') continue;
      const value = column.kind === 'contact' ? undefined : read(column, cell);
      if (value) (next[n] as Record<string, ValueJson>)[column.key] = value as ValueJson;
      else unread.push({ row: n + 1, label: column.label, text: cell.trim() });
    }
  }
  return { rows: next, unread, left };
}
