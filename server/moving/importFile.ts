import { readContactFile } from '../directory/contactFile.ts';
import type { BlobStore } from '../platform/blobs/blobStore.ts';
import { isMbox, messagesOf } from '../platform/mail/mbox.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { readTable } from '../platform/workers/tableReader.ts';
import type { FileLine, StoredImport } from './import.ts';
import { zipFiles } from './zipFile.ts';
import type { ZipFiles } from './zipFile.ts';

/** The most lines of one list. */
export const MOST_LINES = 20_000;

/** A file as it lies there: its head, and its lines with their numbers in it. */
export interface ImportTable {
  /** How its text is written down; empty for what is no text. */
  readonly encoding: string;
  readonly separator: string;
  /** Empty where there are no columns to be told apart. */
  readonly heads: readonly string[];
  readonly lines: readonly FileLine[];
  readonly zip?: ZipFiles;
}

const refused = (code: 'cannotReadTable' | 'cannotReadZip' | 'listEmpty' | 'noMessageFound'): DomainProblem =>
  new DomainProblem('badFile', [{ code }, { code: 'nothingChanged' }]);

/** Reads a file that is to be imported; refuses one that holds nothing of the kind, or too much. */
export async function importFile(
  blobs: BlobStore,
  { what, blob }: Pick<StoredImport, 'what' | 'blob'>,
): Promise<ImportTable> {
  const table = await readAs(what, await blobs.get(blob));
  if (table.lines.length > MOST_LINES)
    throw new DomainProblem('badFile', [
      { code: 'listTooLong', most: MOST_LINES },
      { code: 'nothingChanged' },
    ]);
  if (table.lines.length === 0) throw refused(what === 'correspondence' ? 'noMessageFound' : 'listEmpty');
  return table;
}

function readAs(what: StoredImport['what'], bytes: Buffer): Promise<ImportTable> {
  switch (what) {
    case 'documents':
      return documentsIn(bytes);
    case 'correspondence':
      return messagesIn(bytes);
    case 'contacts':
      return isCards(bytes) ? cardsIn(bytes) : listIn(bytes);
    case 'matters':
      return listIn(bytes);
    default:
      return what satisfies never;
  }
}

async function listIn(bytes: Buffer): Promise<ImportTable> {
  const table = await readTable({ bytes, mostRows: MOST_LINES + 2 }).catch(() => {
    throw refused('cannotReadTable');
  });
  if (table.unclosed !== undefined)
    throw new DomainProblem('badFile', [
      { code: 'quoteNeverClosed', line: table.unclosed },
      { code: 'nothingChanged' },
    ]);
  const [heads = [], ...rows] = table.rows;
  const { encoding, separator } = table;
  return { encoding, separator, heads, lines: rows.map((cells, n) => ({ line: n + 2, cells })) };
}

/** A file of cards says so in its first lines, in whatever encoding (RFC 6350 §6.1.1). */
const isCards = (bytes: Buffer): boolean =>
  /BEGIN:VCARD/i.test(bytes.toString('latin1', 0, 4_096).replaceAll('\0', ''));

async function cardsIn(bytes: Buffer): Promise<ImportTable> {
  const cards = await readContactFile(bytes);
  const lines = cards.map((read, n) => ({ line: n + 1, cells: [read.ok ? read.contact.name : ''], read }));
  return { encoding: 'vCard', separator: '', heads: [], lines };
}

/** The files of a ZIP as a list of their paths. */
async function documentsIn(bytes: Buffer): Promise<ImportTable> {
  const zip = await zipFiles(bytes).catch(() => {
    throw refused('cannotReadZip');
  });
  const lines = zip.paths.map((path, n) => ({ line: n + 1, cells: [path] }));
  return { encoding: '', separator: '', heads: ['Path'], lines, zip };
}

/** The messages of an mbox, of a single file, or of a ZIP of either. */
async function messagesIn(bytes: Buffer): Promise<ImportTable> {
  const messages = [...(await messagesOfFile(bytes))];
  const lines = messages.map((message, n) => ({ line: n + 1, cells: headsOf(message), message }));
  return { encoding: '', separator: '', heads: ['Date', 'From', 'Subject'], lines };
}

async function messagesOfFile(bytes: Buffer): Promise<readonly Buffer[]> {
  if (isMbox(bytes)) return messagesOf(bytes);
  const zip = await zipFiles(bytes).catch(() => undefined);
  if (!zip) return bytes.length === 0 ? [] : [bytes];
  const all: Buffer[] = [];
  for (const path of zip.paths) {
    const file = await zip.read(path);
    if (file && file.length > 0) all.push(...(isMbox(file) ? await messagesOf(file) : [file]));
    if (all.length > MOST_LINES) break;
  }
  return all;
}

const HEAD_BYTES = 16_000;

/** What a message says of itself, as it is written: for the list of what is wrong, not to be read further. */
function headsOf(message: Buffer): readonly string[] {
  const [head = ''] = message.toString('latin1', 0, HEAD_BYTES).split(/\r?\n\r?\n/, 1);
  return ['Date', 'From', 'Subject'].map(
    (name) => new RegExp(`^${name}:[ \\t]*(.*)$`, 'im').exec(head)?.[1]?.trim().slice(0, 200) ?? '',
  );
}
