import Papa from 'papaparse';
import type { FaultyLines } from '../../../../contract/moving.ts';
import { say } from '../../../words/en/practice-import.ts';
import { reasonSentence } from '../../../words/en/refusals.ts';

/** The lines with faults as a list to mend and import again: as they are, with what is wrong in a column of its own. */
export function faultsFile({ heads, items }: Pick<FaultyLines, 'heads' | 'items'>): string {
  const rows = items.map(({ line, cells, faults }) => [
    String(line),
    faults.map(({ column, why }) => [column, reasonSentence(why)].filter(Boolean).join(': ')).join(' '),
    ...cells,
  ]);
  const text = Papa.unparse([[say.line, say.whatIsWrong, ...heads], ...rows], { escapeFormulae: true });
  // Spreadsheets take a list for UTF-8 where it begins so.
  return `\uFEFF${text}\r\n`;
}
