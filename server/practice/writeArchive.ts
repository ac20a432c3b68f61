import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { finished, pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import type { Scope } from '../access/scope.ts';
import { unscoped } from '../access/unscoped.ts';
import type { BlobStore } from '../platform/blobs/blobStore.ts';
import { LATEST_MIGRATION, openReader } from '../platform/database/openDatabase.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import type { Progress } from '../platform/jobs/jobs.ts';
import { ARCHIVE_FORMAT, ROWS_AT_ONCE } from './archiveFormat.ts';
import { archiveTables, readRows } from './archiveQueries.ts';
import { keptBlobs } from './verificationQueries.ts';

/**
 * The whole practice as a ZIP: every table as lines of JSON, every stored file once by its SHA-256, and what it is in
 * `archive.json`. Who is signed in stays here; passwords go along only as the hashes they are. It is the practice of one
 * moment, whatever is written meanwhile, and passes through memory a piece at a time.
 */
export async function writeArchive(
  dataFolder: string,
  blobs: BlobStore,
  path: string,
  madeAtUtc: number,
  progress: Progress,
): Promise<void> {
  const reader = openReader(join(dataFolder, 'officium.sqlite'));
  try {
    await inTransaction(reader, (tx) => pack(unscoped(tx, 'archive'), blobs, path, madeAtUtc, progress));
  } finally {
    await reader.destroy();
  }
}

async function pack(
  scope: Scope,
  blobs: BlobStore,
  path: string,
  madeAtUtc: number,
  { tell, signal }: Progress,
): Promise<void> {
  const zip = new ZipFile();
  const broken = new AbortController();
  const writing = pipeline(zip.outputStream, createWriteStream(path), {
    signal: AbortSignal.any([signal, broken.signal]),
  });
  writing.catch(() => undefined);
  const kept = await keptBlobs(scope);
  const tables = await archiveTables(scope);
  const of = tables.length + kept.size;
  let done = 0;
  const add = (name: string, stream: () => Readable, compress: boolean): void => {
    zip.addReadStreamLazy(name, { compress }, (give) => {
      const part = stream();
      finished(part).then(
        () => {
          done += 1;
          tell(done, of);
        },
        (error: unknown) => {
          broken.abort(error);
        },
      );
      give(null, part);
    });
  };
  const about = { format: ARCHIVE_FORMAT, schema: LATEST_MIGRATION, madeAtUtc, tables, files: kept.size };
  zip.addBuffer(Buffer.from(`${JSON.stringify(about, null, 2)}\n`, 'utf8'), 'archive.json');
  for (const table of tables)
    add(`tables/${table}.ndjson`, () => Readable.from(linesOf(scope, table), { objectMode: false }), true);
  for (const sha256 of kept.keys()) add(`files/${sha256}`, () => blobs.stream(sha256), false);
  zip.end();
  await writing.catch((error: unknown) => {
    throw broken.signal.aborted ? broken.signal.reason : error;
  });
}

async function* linesOf(scope: Scope, table: string): AsyncGenerator<Buffer> {
  for await (const rows of readRows(scope, table, ROWS_AT_ONCE))
    if (rows.length > 0) yield Buffer.from(rows.map((row) => `${JSON.stringify(row)}\n`).join(''), 'utf8');
}
