import { mkdir, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import yauzl from 'yauzl';
import type { ZipFile as ReadZip, Entry } from 'yauzl';
import { blobStore, sha256Hex } from '../platform/blobs/blobStore.ts';
import { makeDatabaseOf, openDatabase } from '../platform/database/openDatabase.ts';
import { ROWS_AT_ONCE, ARCHIVE_FORMAT } from './archiveFormat.ts';
import { fillTables } from './archiveQueries.ts';

/** The archive cannot be taken in, and why, in words. Nothing is left behind in the folder but what was there. */
export class BadArchive extends Error {}

/** Reads an archive into a folder that has no practice yet: the same matters, entries and bytes. */
export async function readArchive(path: string, folder: string): Promise<{ readonly files: number }> {
  await mkdir(folder, { recursive: true });
  if ((await readdir(folder)).includes('officium.sqlite'))
    throw new BadArchive('There is a practice in this folder already. Choose an empty one.');
  const zip = await openZip(path);
  const entries = new Map((await listEntries(zip)).map((entry) => [entry.fileName, entry]));
  const about = await readAbout(zip, entries);
  const blobs = blobStore(join(folder, 'blobs'));
  let files = 0;
  for (const [name, entry] of entries) {
    if (!name.startsWith('files/')) continue;
    const bytes = await readEntry(zip, entry);
    if (sha256Hex(bytes) !== name.slice('files/'.length))
      throw new BadArchive(`The file ${name.slice(0, 18)}… in the archive is damaged.`);
    await blobs.put(bytes);
    files += 1;
  }
  if (files !== about.files) throw new BadArchive(`The archive holds ${files} of ${about.files} files.`);
  const file = join(folder, 'officium.sqlite');
  const db = await makeDatabaseOf(file, about.schema ?? BEFORE_SCHEMAS);
  if (!db) throw new BadArchive('It is an archive of a newer version. Bring Officium up to date first.');
  try {
    await fillTables(db, about.tables, (table) => rowsIn(zip, entries, table));
  } finally {
    await db.destroy();
    zip.close();
  }
  // Opened once, it is brought up to date.
  await (await openDatabase(file)).destroy();
  return { files };
}

/** Archives did not always say which tables they hold. */
const BEFORE_SCHEMAS = '20261125210000_reading';

async function* rowsIn(
  zip: ReadZip,
  entries: ReadonlyMap<string, Entry>,
  table: string,
): AsyncGenerator<readonly Readonly<Record<string, unknown>>[]> {
  const entry = entries.get(`tables/${table}.ndjson`);
  if (!entry) throw new BadArchive(`The archive lacks the table ${table}.`);
  const lines = (await readEntry(zip, entry)).toString('utf8').split('\n').filter(Boolean);
  for (let at = 0; at < lines.length; at += ROWS_AT_ONCE)
    yield lines
      .slice(at, at + ROWS_AT_ONCE)
      .map((line) => JSON.parse(line) as Readonly<Record<string, unknown>>);
}

const openZip = (path: string): Promise<ReadZip> =>
  new Promise((resolve, reject) => {
    yauzl.open(path, { lazyEntries: true, autoClose: false }, (error, zip) => {
      if (error) reject(new BadArchive(`It is no ZIP, or a damaged one: ${error.message}`));
      else resolve(zip);
    });
  });

const listEntries = (zip: ReadZip): Promise<Entry[]> =>
  new Promise((resolve, reject) => {
    const entries: Entry[] = [];
    zip.on('entry', (entry: Entry) => {
      entries.push(entry);
      zip.readEntry();
    });
    zip.on('end', () => {
      resolve(entries);
    });
    zip.on('error', reject);
    zip.readEntry();
  });

/** A single file of an archive is no larger than what can be taken in otherwise, or it is not ours. */
const MAX_ENTRY = 2_000_000_000;

function readEntry(zip: ReadZip, entry: Entry): Promise<Buffer> {
  if (entry.uncompressedSize > MAX_ENTRY)
    return Promise.reject(new BadArchive(`${entry.fileName} is too large.`));
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (error) {
        reject(error);
        return;
      }
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        resolve(Buffer.concat(chunks));
      });
      stream.on('error', reject);
    });
  });
}

interface About {
  readonly format: string;
  /** The migration that made its tables. */
  readonly schema?: string;
  readonly tables: readonly string[];
  readonly files: number;
}

async function readAbout(zip: ReadZip, entries: ReadonlyMap<string, Entry>): Promise<About> {
  const entry = entries.get('archive.json');
  const about = entry && (JSON.parse((await readEntry(zip, entry)).toString('utf8')) as About);
  if (about?.format !== ARCHIVE_FORMAT)
    throw new BadArchive('It is no archive of a practice, or one of a newer kind.');
  return about;
}
