import { letterPdf } from '../pdf/letterPdf.ts';
import type { LetterPdf, LetterSheet } from '../pdf/letterPdf.ts';

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

export const run = (sheet: LetterSheet): Promise<LetterPdf> => letterPdf(received(sheet));
