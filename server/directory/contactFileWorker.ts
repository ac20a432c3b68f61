import Papa from 'papaparse';
import { columnFor, CONTACT_COLUMNS, readContactLine } from '../../core/directory/contactCsv.ts';
import type { ReadContact } from '../../core/directory/contactCsv.ts';
import { decodeText } from '../platform/files/decodeText.ts';
import { readVcards } from './vcards.ts';
import type { Reason } from '../../core/model/reason.ts';

/** What a file of contacts holds, or why it could not be read at all. */
export type ContactFileRead =
  | { readonly ok: true; readonly contacts: readonly ReadContact[] }
  | { readonly ok: false; readonly why: Reason };

export function run(bytes: Uint8Array): Promise<ContactFileRead> {
  const text = decodeText(Buffer.from(bytes));
  const isCards = /BEGIN:VCARD/i.test(text.slice(0, 4_000));
  return Promise.resolve(isCards ? { ok: true, contacts: readVcards(text) } : readList(text));
}

/** The longest cell that somebody means: a longer one was opened by a quotation mark that nothing closes. */
const MAX_CELL = 20_000;

function readList(text: string): ContactFileRead {
  const { data, errors } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const unclosed = errors.find(({ code }) => code === 'MissingQuotes');
  if (unclosed || data.some((cells) => cells.some((cell) => cell.length > MAX_CELL)))
    return {
      ok: false,
      why: { code: 'quoteNeverClosed', line: (unclosed?.row ?? 0) + 1 },
    };
  const [heads, ...lines] = data;
  const columns = (heads ?? []).map(columnFor);
  if (!columns.some((column) => column === 'name' || column === 'family name' || column === 'given name'))
    return {
      ok: false,
      why: { code: 'columnsNotNamed', columns: CONTACT_COLUMNS.slice(0, 6).join(', ') },
    };
  return { ok: true, contacts: lines.map((cells) => readContactLine(columns, cells)) };
}
