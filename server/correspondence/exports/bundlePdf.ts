import { writeFile } from 'node:fs/promises';
import { PDFDocument, StandardFonts, rgb } from '@cantoo/pdf-lib';
import type { PDFFont } from '@cantoo/pdf-lib';
import { documentOf } from '../../../core/template/document.ts';
import type { BlockNode } from '../../../core/template/document.ts';
import type { Progress } from '../../platform/jobs/jobs.ts';
import { filePdf } from '../../platform/pdf/filePdf.ts';
import type { Services } from '../../platform/services.ts';
import { wordsOf } from '../wordsOf.ts';
import type { FoundEntry, FoundSet } from './foundEntries.ts';
import type { Scope } from '../../access/scope.ts';

/** A bundle is read by people; beyond this it would be no bundle, and would not fit into memory. */
export const MOST_BUNDLED = 500;

const A4 = [595.28, 841.89] as const;
const MARGIN = 56;
const LINE = 15;
const LINES_A_PAGE = Math.floor((A4[1] - 2 * MARGIN - 50) / LINE);

interface Part {
  readonly entry: FoundEntry;
  readonly pdf: PDFDocument;
  /** Enclosures that cannot stand on a page are named instead. */
  readonly leftOut: readonly string[];
}

/**
 * Entries as one PDF to be read from first to last, the oldest first: an index with page numbers, each message set as a
 * page, what it encloses behind it where that can be shown on paper, and a running number on every page.
 */
export async function bundlePdf(
  services: Pick<Services, 'blobs' | 'now' | 'pdfRenderer'>,
  scope: Scope,
  found: FoundSet,
  path: string,
  progress: Progress,
): Promise<void> {
  const entries: FoundEntry[] = [];
  for await (const entry of found.entries()) entries.push(entry);
  entries.reverse();
  const parts: Part[] = [];
  for (const entry of entries) {
    progress.signal.throwIfAborted();
    parts.push(await partOf(services, scope, entry));
    progress.tell(parts.length, entries.length);
  }
  const bundle = await PDFDocument.create();
  const font = await bundle.embedFont(StandardFonts.Helvetica);
  const indexPages = Math.max(1, Math.ceil(parts.length / LINES_A_PAGE));
  drawIndex(bundle, font, parts, indexPages);
  for (const { pdf } of parts)
    for (const page of await bundle.copyPages(pdf, pdf.getPageIndices())) bundle.addPage(page);
  const pages = bundle.getPages();
  for (const [n, page] of pages.entries())
    page.drawText(`${n + 1} / ${pages.length}`, {
      x: page.getWidth() - MARGIN - 34,
      y: 18,
      size: 8.5,
      font,
      color: rgb(0.35, 0.42, 0.4),
    });
  await writeFile(path, await bundle.save());
}

type Making = Pick<Services, 'blobs' | 'now' | 'pdfRenderer'>;

async function partOf(services: Making, scope: Scope, entry: FoundEntry): Promise<Part> {
  const pdf =
    entry.channel === 'letter'
      ? await PDFDocument.load(await services.blobs.get(entry.rawBlob))
      : await PDFDocument.load(await messagePage(services, scope, entry));
  const leftOut: string[] = [];
  for (const { name, mediaType, blob } of entry.attachments) {
    const enclosed = await enclosedPdf(services, name, mediaType, blob);
    if (!enclosed) leftOut.push(name);
    else for (const page of await pdf.copyPages(enclosed, enclosed.getPageIndices())) pdf.addPage(page);
  }
  return { entry, pdf, leftOut };
}

async function enclosedPdf(
  services: Making,
  name: string,
  mediaType: string,
  blob: string,
): Promise<PDFDocument | undefined> {
  const bytes = await services.blobs.get(blob);
  try {
    if (mediaType === 'application/pdf') return await PDFDocument.load(bytes);
    const made = await filePdf({ name, bytes, atUtc: services.now() });
    return made.ok ? await PDFDocument.load(made.bytes) : undefined;
  } catch {
    // Locked or damaged: it is named in the index, and lies whole in the ZIP.
    return undefined;
  }
}

const paragraph = (text: string): BlockNode => ({
  type: 'paragraph',
  content: text === '' ? [] : [{ type: 'text', text }],
});

async function messagePage(services: Making, scope: Scope, entry: FoundEntry): Promise<Buffer> {
  const { text } = await wordsOf(services, scope, entry);
  const people = (words: string, line: FoundEntry['people']['to']): string[] =>
    line.length === 0
      ? []
      : [`${words} ${line.map(({ name, address }) => (name ? `${name} <${address}>` : address)).join(', ')}`];
  const { from, to, cc } = entry.people;
  const { bytes } = await services.pdfRenderer.render({
    letterhead: undefined,
    recipient: [...people('From', [from]), ...people('To', to), ...people('Copy', cc)],
    reference: entry.reference,
    day: new Date(entry.occurredAtUtc).toISOString().slice(0, 16).replace('T', ' '),
    subject: entry.subject,
    body: documentOf(
      text
        .replaceAll('\r', '')
        .trim()
        .split(/\n{2,}/)
        .map(paragraph),
    ).content,
    enclosures: entry.attachments.map(({ name }) => name),
    pictures: new Map(),
    atUtc: entry.occurredAtUtc,
  });
  return bytes;
}

/** Signs that the plain face has none of are left out of the index; the pages themselves have them. */
const plain = (text: string): string => text.normalize('NFC').replace(/[^\x20-\x7e\xa0-\xff–—‘’“”]/g, '·');

function drawIndex(bundle: PDFDocument, font: PDFFont, parts: readonly Part[], indexPages: number): void {
  let page = indexPages + 1;
  for (let n = 0; n < indexPages; n += 1) {
    const sheet = bundle.addPage([...A4]);
    const draw = (text: string, x: number, y: number, size = 10): void => {
      sheet.drawText(plain(text), { x, y, size, font });
    };
    draw(n === 0 ? 'Correspondence' : 'Correspondence, continued', MARGIN, A4[1] - MARGIN, 15);
    for (const [row, { entry, pdf, leftOut }] of parts
      .slice(n * LINES_A_PAGE, (n + 1) * LINES_A_PAGE)
      .entries()) {
      const y = A4[1] - MARGIN - 34 - row * LINE;
      const who = (entry.direction === 'out' ? entry.people.to : [entry.people.from])
        .map(({ name, address }) => name || address)
        .join(', ');
      const missing = leftOut.length > 0 ? ` (not shown: ${leftOut.join(', ')})` : '';
      draw(new Date(entry.occurredAtUtc).toISOString().slice(0, 10), MARGIN, y);
      draw(entry.direction, MARGIN + 64, y);
      draw(fitted(font, `${who}: ${entry.subject}${missing}`, A4[0] - 2 * MARGIN - 130), MARGIN + 94, y);
      draw(String(page), A4[0] - MARGIN - 20, y);
      page += pdf.getPageCount();
    }
  }
}

function fitted(font: PDFFont, text: string, width: number): string {
  const whole = plain(text);
  if (font.widthOfTextAtSize(whole, 10) <= width) return whole;
  let end = whole.length;
  while (end > 0 && font.widthOfTextAtSize(`${whole.slice(0, end)}...`, 10) > width) end -= 4;
  return `${whole.slice(0, Math.max(0, end))}...`;
}
