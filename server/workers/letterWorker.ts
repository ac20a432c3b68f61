import { parentPort } from 'node:worker_threads';
import { letterPdf } from '../letters/letterPdf.ts';
import type { LetterSheet } from '../letters/letterPdf.ts';

/** What a thread answers: the letter, or why it could not be set. */
export type LetterAnswer =
  { readonly bytes: Uint8Array; readonly missing: readonly string[] } | { readonly failed: string };

/** Buffers arrive as plain bytes; pictures are made buffers again. */
const received = (sheet: LetterSheet): LetterSheet => ({
  ...sheet,
  pictures: new Map(
    [...sheet.pictures].map(([name, { mediaType, bytes }]) => [
      name,
      { mediaType, bytes: Buffer.from(bytes) },
    ]),
  ),
});

parentPort?.on('message', (sheet: LetterSheet) => {
  void letterPdf(received(sheet)).then(
    ({ bytes, missing }) => parentPort?.postMessage({ bytes, missing } satisfies LetterAnswer),
    (error: unknown) => parentPort?.postMessage({ failed: String(error) } satisfies LetterAnswer),
  );
});
