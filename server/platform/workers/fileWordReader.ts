import type { FileToRead } from './fileWordsWorker.ts';
import { threadsFor } from './threads.ts';

/** A file that takes longer, or more memory, is found by its name alone. */
const MAX_MS = 20_000;
const MAX_THREAD_MB = 512;

/** Reads the words of files, one after the other. */
export interface FileWordReader {
  readonly read: (file: FileToRead) => Promise<string>;
  readonly close: () => Promise<void>;
}

export function fileWordReader(): FileWordReader {
  const { run, close } = threadsFor<FileToRead, string>(new URL('./fileWordsWorker', import.meta.url), {
    threads: 1,
    maxMs: MAX_MS,
    maxThreadMb: MAX_THREAD_MB,
  });
  return { read: run, close };
}

let shared: FileWordReader | undefined;

/** The words of one file, by a reader that is kept. */
export const readFileWords = (file: FileToRead): Promise<string> => (shared ??= fileWordReader()).read(file);
