import { threadsFor } from './threads.ts';
import type { Threads } from './threads.ts';

const MAX_MS = 20_000;
const MAX_THREAD_MB = 512;

let reader: Threads<Uint8Array, string> | undefined;

/** A word processor's file as HTML, read in a thread of its own, which can be ended without harm to anything else. */
export function readDocx(bytes: Uint8Array): Promise<string> {
  reader ??= threadsFor<Uint8Array, string>(new URL('./docxWorker', import.meta.url), {
    threads: 1,
    maxMs: MAX_MS,
    maxThreadMb: MAX_THREAD_MB,
  });
  return reader.run(bytes);
}
