import { letterPdf } from '../pdf/letterPdf.ts';
import type { LetterSheet } from '../pdf/letterPdf.ts';
import { answerOrders } from './answerOrders.ts';

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

answerOrders((sheet: LetterSheet) => letterPdf(received(sheet)));
