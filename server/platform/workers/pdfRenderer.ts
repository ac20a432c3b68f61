import type { LetterPdf, LetterSheet } from '../pdf/letterPdf.ts';
import { pool } from './pool.ts';

/** Sets letters on paper, away from the thread that answers people. */
export interface LetterPress {
  readonly set: (sheet: LetterSheet) => Promise<LetterPdf>;
  readonly close: () => Promise<void>;
}

/** A letter takes some 20 ms; one that takes this long is not going to end. */
const MAX_MS = 30_000;
const MAX_THREAD_MB = 512;

export function letterPress(threads: number, maxMs = MAX_MS): LetterPress {
  const { run, close } = pool<LetterSheet, LetterPdf>('letterWorker', {
    threads,
    maxMs,
    maxThreadMb: MAX_THREAD_MB,
  });
  return {
    set: async (sheet) => {
      const { bytes, missing } = await run(sheet);
      return { bytes: Buffer.from(bytes), missing };
    },
    close,
  };
}
