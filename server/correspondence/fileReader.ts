import type { Office } from '../app/services.ts';
import { findEntry } from './queries.ts';
import { nextEntryToRead, renewEntryWords } from './entryWordQueries.ts';
import { addFileWords, nextUnreadFile } from './searchQueries.ts';
import type { UnreadFile } from './searchQueries.ts';
import type { FileToRead } from '../platform/workers/fileWordsWorker.ts';
import { wordsOf } from './wordsOf.ts';
import { pool } from '../platform/workers/pool.ts';

/** A file that takes longer, or more memory, is found by its name alone. */
const MAX_MS = 20_000;
const MAX_THREAD_MB = 512;

export interface FileReader {
  /** Reads what waits; gives when nothing does. */
  readonly settled: () => Promise<void>;
  readonly stop: () => Promise<void>;
}

/**
 * Reads what enclosed files say, one after the other in a thread of their own, so that entries are found by it: nobody who
 * files anything waits for that. Entries of before all their words were kept are read first.
 */
export function startFileReader(office: Office): FileReader {
  let stopped = false;
  let running: Promise<void> | undefined;
  const thread = pool<FileToRead, string>('fileWordsWorker', {
    threads: 1,
    maxMs: MAX_MS,
    maxThreadMb: MAX_THREAD_MB,
  });
  const read = async ({ blob, mediaType }: UnreadFile): Promise<string> =>
    thread.run({ bytes: new Uint8Array(await office.blobs.get(blob)), mediaType });
  const readAgain = async (): Promise<void> => {
    for (;;) {
      const next = stopped ? undefined : await nextEntryToRead(office.db);
      const entry = next && (await findEntry(office.db, next.id));
      if (!entry) return;
      const words = await wordsOf(office, entry).catch((error: unknown) => {
        office.log.warn({ err: error, entry: entry.id }, 'an entry could not be read for its words');
        return undefined;
      });
      await office.db.transaction((tx) => renewEntryWords(tx, entry, words?.text));
    }
  };
  const run = async (): Promise<void> => {
    await readAgain();
    for (;;) {
      const file = stopped ? undefined : await nextUnreadFile(office.db);
      if (!file) return;
      const words = await read(file).catch((error: unknown) => {
        office.log.warn({ err: error, blob: file.blob }, 'a file could not be read for its words');
        return '';
      });
      await office.db.transaction((tx) => addFileWords(tx, file.blob, words));
    }
  };
  const wake = (): Promise<void> => {
    running ??= run()
      .catch((error: unknown) => {
        office.log.error({ err: error }, 'files are not read for their words');
      })
      .finally(() => {
        running = undefined;
      });
    return running;
  };
  const unlisten = office.changes.listen((event) => {
    if (event.kind === 'entry') void wake();
  });
  void wake();
  return {
    settled: wake,
    async stop() {
      stopped = true;
      unlisten();
      await running;
      await thread.close();
    },
  };
}
