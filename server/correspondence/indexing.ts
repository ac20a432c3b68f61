import { unscoped } from '../access/unscoped.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import type { Services } from '../platform/services.ts';
import { fileWordReader } from '../platform/workers/fileWordReader.ts';
import { nextEntryToRead, renewEntryWords } from './entryWordQueries.ts';
import { findEntry } from './queries.ts';
import { addFileWords, nextUnreadFile } from './searchQueries.ts';
import type { UnreadFile } from './searchQueries.ts';
import { wordsOf } from './wordsOf.ts';

export interface Indexing {
  /** Reads what waits; gives when nothing does. */
  readonly settled: () => Promise<void>;
  readonly stop: () => Promise<void>;
}

/**
 * Reads what enclosed files say, one after the other in a thread of their own, so that entries are found by it: nobody who
 * files anything waits for that. Entries of before all their words were kept are read first.
 */
export function startIndexing(services: Pick<Services, 'db' | 'blobs' | 'changes' | 'log'>): Indexing {
  let stopped = false;
  let running: Promise<void> | undefined;
  const reader = fileWordReader();
  const scope = unscoped(services.db, 'indexing');
  const read = async ({ blob, mediaType }: UnreadFile): Promise<string> =>
    reader.read({ bytes: new Uint8Array(await services.blobs.get(blob)), mediaType });
  const readAgain = async (): Promise<void> => {
    for (;;) {
      const next = stopped ? undefined : await nextEntryToRead(scope);
      const entry = next && (await findEntry(scope, next.id));
      if (!entry) return;
      const words = await wordsOf(services, scope, entry).catch((error: unknown) => {
        services.log.warn({ err: error, entry: entry.id }, 'an entry could not be read for its words');
        return undefined;
      });
      await inTransaction(services.db, (tx) => renewEntryWords(tx, entry, words?.text));
    }
  };
  const run = async (): Promise<void> => {
    await readAgain();
    for (;;) {
      const file = stopped ? undefined : await nextUnreadFile(scope);
      if (!file) return;
      const words = await read(file).catch((error: unknown) => {
        services.log.warn({ err: error, blob: file.blob }, 'a file could not be read for its words');
        return '';
      });
      await inTransaction(services.db, (tx) => addFileWords(tx, file.blob, words));
    }
  };
  const wake = (): Promise<void> => {
    running ??= run()
      .catch((error: unknown) => {
        services.log.error({ err: error }, 'files are not read for their words');
      })
      .finally(() => {
        running = undefined;
      });
    return running;
  };
  const unlisten = services.changes.listen((event) => {
    if (event.kind === 'entry') void wake();
  });
  void wake();
  return {
    settled: wake,
    async stop() {
      stopped = true;
      unlisten();
      await running;
      await reader.close();
    },
  };
}
