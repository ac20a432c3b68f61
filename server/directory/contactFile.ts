import type { ReadContact } from '../../core/directory/contactCsv.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { threadsFor } from '../platform/workers/threads.ts';
import type { Threads } from '../platform/workers/threads.ts';

const MAX_MS = 20_000;
const MAX_THREAD_MB = 768;

let reader: Threads<Uint8Array, readonly ReadContact[]> | undefined;

/** The contacts of a file of vCards, read in a thread of its own: what it is built of can take any time. */
export async function readContactFile(bytes: Buffer): Promise<readonly ReadContact[]> {
  reader ??= threadsFor<Uint8Array, readonly ReadContact[]>(new URL('./contactFileWorker', import.meta.url), {
    threads: 1,
    maxMs: MAX_MS,
    maxThreadMb: MAX_THREAD_MB,
  });
  return reader.run(bytes).catch((error: unknown) => {
    if (error instanceof Error && /in time|memory/.test(error.message))
      throw new DomainProblem('badFile', [{ code: 'tookTooLong' }, { code: 'nothingChanged' }]);
    throw error;
  });
}
