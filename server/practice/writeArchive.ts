import { ZipFile } from 'yazl';
import { pipeline } from 'node:stream/promises';
import { createWriteStream } from 'node:fs';
import type { Database } from '../platform/database/openDatabase.ts';
import type { BlobStore } from '../platform/blobs/blobStore.ts';
import type { Progress } from '../platform/jobs/jobs.ts';
import { keptBlobs } from './verificationQueries.ts';
import { archiveTables, readRows } from './archiveQueries.ts';
import { ARCHIVE_FORMAT, ROWS_AT_ONCE } from './archiveFormat.ts';

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
