import type { ReadContact } from '../../core/directory/contactCsv.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { threadsFor } from '../platform/workers/threads.ts';
import type { Threads } from '../platform/workers/threads.ts';
import type { ContactFileRead } from './contactFileWorker.ts';

const MAX_MS = 20_000;
const MAX_THREAD_MB = 768;

let reader: Threads<Uint8Array, ContactFileRead> | undefined;

/** The contacts of a vCard file or a list, read in a thread of its own: what it is built of can take any time. */
export async function readContactFile(bytes: Buffer): Promise<readonly ReadContact[]> {
  reader ??= threadsFor<Uint8Array, ContactFileRead>(new URL('./contactFileWorker', import.meta.url), {
    threads: 1,
    maxMs: MAX_MS,
    maxThreadMb: MAX_THREAD_MB,
  });
  const read = await reader.run(bytes).catch((error: unknown): ContactFileRead => {
    if (error instanceof Error && /in time|memory/.test(error.message))
      return { ok: false, why: { code: 'tookTooLong' } };
    throw error;
  });
  if (!read.ok) throw new DomainProblem('badFile', [read.why, { code: 'nothingChanged' }]);
  return read.contacts;
}
