import type { TableRead, TableToRead } from './tableWorker.ts';
import { threadsFor } from './threads.ts';
import type { Threads } from './threads.ts';

export type { TableRead } from './tableWorker.ts';

const MAX_MS = 60_000;
const MAX_THREAD_MB = 1_024;

let reader: Threads<TableToRead, TableRead> | undefined;

/** A CSV or XLSX file's rows, read in a thread of its own. Rejects where it is neither, or takes too long. */
export function readTable(table: TableToRead): Promise<TableRead> {
  reader ??= threadsFor<TableToRead, TableRead>(new URL('./tableWorker', import.meta.url), {
    threads: 1,
    maxMs: MAX_MS,
    maxThreadMb: MAX_THREAD_MB,
  });
  return reader.run(table);
}
