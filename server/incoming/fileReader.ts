import type { Office } from '../office.ts';
import { addFileWords, nextUnreadFile } from '../repositories/searchEntries.ts';
import type { UnreadFile } from '../repositories/searchEntries.ts';
import { startThread } from '../workers/thread.ts';

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
 * files anything waits for that.
 */
export function startFileReader(office: Office): FileReader {
  let stopped = false;
  let running: Promise<void> | undefined;
  const run = async (): Promise<void> => {
    for (;;) {
      const file = stopped ? undefined : await nextUnreadFile(office.db);
      if (!file) return;
      const words = await wordsOf(office, file).catch((error: unknown) => {
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
    },
  };
}

async function wordsOf(office: Office, { blob, mediaType }: UnreadFile): Promise<string> {
  const bytes = await office.blobs.get(blob);
  const thread = startThread('fileWordsWorker', {
    workerData: { bytes: new Uint8Array(bytes), mediaType },
    resourceLimits: { maxOldGenerationSizeMb: MAX_THREAD_MB },
  });
  try {
    return await new Promise<string>((resolve, reject) => {
      const late = setTimeout(() => {
        reject(new Error('it took too long'));
      }, MAX_MS);
      thread.once('message', (words: string) => {
        clearTimeout(late);
        resolve(words);
      });
      thread.once('error', (error) => {
        clearTimeout(late);
        reject(error instanceof Error ? error : new Error(String(error)));
      });
    });
  } finally {
    await thread.terminate();
  }
}
