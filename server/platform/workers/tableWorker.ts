import { analyse } from 'chardet';
import iconv from 'iconv-lite';
import Papa from 'papaparse';
import { readSheet } from 'read-excel-file/node';
import { decodeText } from '../files/decodeText.ts';

/** A table to read, and how much of it. */
export interface TableToRead {
  readonly bytes: Uint8Array;
  readonly mostRows: number;
}

/** A table as text: every cell as it reads, days as ISO 8601. */
export interface TableRead {
  readonly rows: readonly (readonly string[])[];
  /** There are more rows than were asked for. */
  readonly cut: boolean;
  /** How its text was written down; empty for a spreadsheet, which says so itself. */
  readonly encoding: string;
  readonly separator: string;
  /** The row, from 1, whose quotation mark nothing closes. */
  readonly unclosed?: number;
}

/** The longest cell that somebody means: a longer one was opened by a quotation mark that nothing closes. */
const MAX_CELL = 20_000;
/** A sheet of a workbook is in a ZIP. */
const isZip = (bytes: Buffer): boolean => bytes.subarray(0, 4).toString('latin1') === 'PK\u0003\u0004';

/** Reads a CSV file (RFC 4180, whatever its separator and encoding) or the first sheet of an XLSX one (ISO/IEC 29500). */
export async function run({ bytes, mostRows }: TableToRead): Promise<TableRead> {
  const file = Buffer.from(bytes);
  if (isZip(file)) {
    const all = await readSheet(file);
    const rows = all.slice(0, mostRows).map((cells) => cells.map(cellText));
    return { rows, cut: all.length > mostRows, encoding: '', separator: '' };
  }
  const { text, encoding } = decoded(file);
  const { data, errors, meta } = Papa.parse<string[]>(text, {
    skipEmptyLines: 'greedy',
    preview: mostRows + 1,
  });
  const long = data.findIndex((cells) => cells.some((cell) => cell.length > MAX_CELL));
  const unclosed = errors.find(({ code }) => code === 'MissingQuotes')?.row ?? (long < 0 ? undefined : long);
  return {
    rows: data.slice(0, mostRows),
    cut: data.length > mostRows,
    encoding,
    separator: meta.delimiter,
    ...(unclosed === undefined ? {} : { unclosed: unclosed + 1 }),
  };
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) {
    const text = cell.toISOString();
    return text.endsWith('T00:00:00.000Z') ? text.slice(0, 10) : text.slice(0, 16).replace('T', ' ');
  }
  return String(cell as string | number | boolean).trim();
}

/** How sure a guess must be to stand against what was usual before UTF-8. */
const SURE = 40;

/**
 * What is no Unicode is read as its letters make likely, where they make anything likely; a guess for single bytes is never
 * certain, so that it is shown, and can be chosen otherwise.
 */
function decoded(bytes: Buffer): { readonly text: string; readonly encoding: string } {
  const isUnicode = (): boolean => {
    try {
      new TextDecoder('utf-8', { fatal: true }).decode(bytes);
      return true;
    } catch {
      return false;
    }
  };
  const isMarked = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  if (isMarked) return { text: decodeText(bytes), encoding: 'UTF-16' };
  if (isUnicode()) return { text: decodeText(bytes), encoding: 'UTF-8' };
  const [guess] = analyse(bytes.subarray(0, 200_000));
  if (
    guess &&
    guess.confidence >= SURE &&
    !/^(?:UTF|ISO-8859-1$)/.test(guess.name) &&
    iconv.encodingExists(guess.name)
  )
    return { text: iconv.decode(bytes, guess.name), encoding: guess.name };
  return { text: decodeText(bytes), encoding: 'windows-1252' };
}
