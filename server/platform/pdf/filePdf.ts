import type * as PdfLib from '@cantoo/pdf-lib';
import { canBePdf, endingOf } from '../../../core/model/printable.ts';
import type { FoundWording, ReadWording } from '../files/readWording.ts';
import { readWording } from '../files/readWording.ts';
import { pictureSize } from '../files/pictureSize.ts';
import type { LetterPdf } from './letterPdf.ts';
import type { Reason } from '../../../core/model/reason.ts';

/** A file that could not be made a PDF says why; nothing else is touched by it. */
export type MadePdf =
  { readonly ok: true; readonly bytes: Buffer } | { readonly ok: false; readonly why: Reason };

interface SourceFile {
  readonly name: string;
  readonly bytes: Buffer;
  /** Milliseconds since 1970, for the file's own record. */
  readonly atUtc: number;
}

/** Large, and needed by few starts of the server: loaded when the first file is made a PDF. */
const pdfLib = (): Promise<typeof PdfLib> => import('@cantoo/pdf-lib');

/** Makes a PDF of a word processor's file, a text or a picture. */
export async function filePdf(file: SourceFile): Promise<MadePdf> {
  const ending = endingOf(file.name);
  if (['png', 'jpg', 'jpeg'].includes(ending)) return picturePdf(file.bytes);
  if (!canBePdf(file.name))
    return {
      ok: false,
      why: { code: 'endingNotPdf', ending },
    };
  const read: ReadWording = await readWording(file.name, file.bytes);
  if (!read.ok) return read;
  const { bytes, missing } = await wordingPdf(read.wording, file);
  if (missing.length === 0) return { ok: true, bytes };
  return {
    ok: false,
    why: { code: 'lettersMissing', letters: missing.slice(0, MOST_NAMED).join(' ') },
  };
}

/** As many are named as make plain what is meant. */
const MOST_NAMED = 8;

/** The wording alone on plain pages: it is no letter of the practice's. */
async function wordingPdf({ subject, body }: FoundWording, { atUtc }: SourceFile): Promise<LetterPdf> {
  const { letterPdf } = await import('./letterPdf.ts');
  return letterPdf({
    letterhead: undefined,
    recipient: [],
    reference: '',
    day: '',
    subject,
    body: body.content,
    enclosures: [],
    pictures: new Map(),
    atUtc,
  });
}

/** A4 in points, and what is left free around a picture. */
const PAGE = { width: 595.28, height: 841.89, margin: 36 } as const;

/** A picture on a page of its own, as large as the page takes and never larger than it is (at 96 to the inch). */
async function picturePdf(bytes: Buffer): Promise<MadePdf> {
  const size = pictureSize(bytes);
  if (!size || size.mediaType === 'image/gif') return { ok: false, why: { code: 'notPngOrJpeg' } };
  const { PDFDocument } = await pdfLib();
  try {
    const pdf = await PDFDocument.create();
    const picture = size.mediaType === 'image/png' ? await pdf.embedPng(bytes) : await pdf.embedJpg(bytes);
    const wide = picture.width > picture.height;
    const [width, height] = wide ? [PAGE.height, PAGE.width] : [PAGE.width, PAGE.height];
    const page = pdf.addPage([width, height]);
    const scale = Math.min(
      0.75,
      (width - 2 * PAGE.margin) / picture.width,
      (height - 2 * PAGE.margin) / picture.height,
    );
    const drawn = { width: picture.width * scale, height: picture.height * scale };
    page.drawImage(picture, { x: (width - drawn.width) / 2, y: (height - drawn.height) / 2, ...drawn });
    return { ok: true, bytes: Buffer.from(await pdf.save()) };
  } catch {
    return { ok: false, why: { code: 'pictureDamaged' } };
  }
}

/** Several PDFs as one, page after page. One that is locked or damaged is named, and nothing is made. */
export async function joinPdfs(files: readonly Omit<SourceFile, 'atUtc'>[]): Promise<MadePdf> {
  const { PDFDocument } = await pdfLib();
  const joined = await PDFDocument.create();
  for (const { name, bytes } of files) {
    try {
      const source = await PDFDocument.load(bytes);
      for (const page of await joined.copyPages(source, source.getPageIndices())) joined.addPage(page);
    } catch {
      return { ok: false, why: { code: 'lockedOrNoPdf', name } };
    }
  }
  return { ok: true, bytes: Buffer.from(await joined.save()) };
}
