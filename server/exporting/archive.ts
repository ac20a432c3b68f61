import { createWriteStream } from 'node:fs';
import { mkdir, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import yauzl from 'yauzl';
import type { Entry, ZipFile as ReadZip } from 'yauzl';
import { ZipFile } from 'yazl';
import { blobStore, sha256Hex } from '../blobs/blobStore.ts';
import type { BlobStore } from '../blobs/blobStore.ts';
import type { Progress } from '../jobs.ts';
import { archiveTables, insertRows, readRows } from '../repositories/archive.ts';
import { openDatabase } from '../repositories/database.ts';
import type { Database } from '../repositories/database.ts';
import { keptBlobs } from '../repositories/verification.ts';

export const ARCHIVE_FORMAT = 'officium-archive/1';
/** Rows written and read at once. */
const ROWS_AT_ONCE = 500;
const MOST_WAITING = 32_000_000;

/**
 * The whole practice as a ZIP: every table as lines of JSON, every stored file once by its SHA-256, and what it is in
 * `archive.json`. Who is signed in stays here; passwords go along only as the hashes they are.
 */
export async function writeArchive(
  db: Database,
  blobs: BlobStore,
  path: string,
  madeAtUtc: number,
  { tell, signal }: Progress,
): Promise<void> {
  const zip = new ZipFile();
  const writing = pipeline(zip.outputStream, createWriteStream(path), { signal });
  writing.catch(() => undefined);
  const kept = await keptBlobs(db);
  const tables = await archiveTables(db);
  const of = tables.length + kept.size;
  let done = 0;
  const about = { format: ARCHIVE_FORMAT, madeAtUtc, tables, files: kept.size };
  zip.addBuffer(Buffer.from(`${JSON.stringify(about, null, 2)}\n`, 'utf8'), 'archive.json');
  for (const table of tables) {
    signal.throwIfAborted();
    const lines: string[] = [];
    for await (const rows of readRows(db, table, ROWS_AT_ONCE))
      for (const row of rows) lines.push(JSON.stringify(row));
    zip.addBuffer(Buffer.from(lines.map((line) => `${line}\n`).join(''), 'utf8'), `tables/${table}.ndjson`);
    done += 1;
    tell(done, of);
  }
  let waiting = 0;
  for (const sha256 of kept.keys()) {
    signal.throwIfAborted();
    const bytes = await blobs.get(sha256);
    zip.addBuffer(bytes, `files/${sha256}`, { compress: false });
    waiting += bytes.length;
    done += 1;
    tell(done, of);
    if (waiting > MOST_WAITING) {
      await new Promise((next) => setTimeout(next, 20));
      waiting = 0;
    }
  }
  zip.end();
  await writing;
}

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
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  try {
    await db.transaction(async (tx) => {
      await tx.raw('PRAGMA defer_foreign_keys = ON');
      for (const table of about.tables) {
        const entry = entries.get(`tables/${table}.ndjson`);
        if (!entry) throw new BadArchive(`The archive lacks the table ${table}.`);
        const lines = (await readEntry(zip, entry)).toString('utf8').split('\n').filter(Boolean);
        for (let at = 0; at < lines.length; at += ROWS_AT_ONCE)
          await insertRows(
            tx,
            table,
            lines
              .slice(at, at + ROWS_AT_ONCE)
              .map((line) => JSON.parse(line) as Readonly<Record<string, unknown>>),
          );
      }
    });
  } finally {
    await db.destroy();
    zip.close();
  }
  return { files };
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
