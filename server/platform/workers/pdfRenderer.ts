import type { LetterPdf, LetterSheet } from '../pdf/letterPdf.ts';
import { threadsFor } from './threads.ts';

/** Sets letters on paper, away from the thread that answers people. */
export interface PdfRenderer {
  readonly render: (sheet: LetterSheet) => Promise<LetterPdf>;
  readonly close: () => Promise<void>;
}

/** A letter takes some 20 ms; one that takes this long is not going to end. */
const MAX_MS = 30_000;
const MAX_THREAD_MB = 512;

export function pdfRenderer(threads: number, maxMs = MAX_MS): PdfRenderer {
  const { run, close } = threadsFor<LetterSheet, LetterPdf>(new URL('./letterWorker', import.meta.url), {
    threads,
    maxMs,
    maxThreadMb: MAX_THREAD_MB,
  });
  return {
    render: async (sheet) => {
      const { bytes, missing } = await run(sheet);
      return { bytes: Buffer.from(bytes), missing };
    },
    close,
  };
}
