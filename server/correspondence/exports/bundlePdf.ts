import { writeFile } from 'node:fs/promises';
import { PDFDocument, StandardFonts, rgb } from '@cantoo/pdf-lib';
import { documentOf } from '../../../core/template/document.ts';
import type { BlockNode, InlineNode } from '../../../core/template/document.ts';
import { mapInline } from '../../../core/template/walk.ts';
import type { Scope } from '../../access/scope.ts';
import { pictureSize } from '../../platform/files/pictureSize.ts';
import type { Progress } from '../../platform/jobs/jobs.ts';
import { mailBlocks } from '../../platform/mail/mailBlocks.ts';
import { filePdf } from '../../platform/pdf/filePdf.ts';
import type { LetterSheet } from '../../platform/pdf/letterPdf.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { wordsOf } from '../wordsOf.ts';
import { bundleIndex, pageTime } from './bundleIndex.ts';
import type { FoundEntry, FoundSet } from './foundEntries.ts';

/** From the right edge, in points. */
const NUMBER_AT = 90;

interface Part {
  readonly entry: FoundEntry;
  readonly pdf: PDFDocument;
  /** Enclosures that cannot stand on a page are named instead. */
  readonly leftOut: readonly string[];
}

type Making = Pick<Services, 'blobs' | 'now' | 'pdfRenderer'>;

/**
 * Entries as one PDF to be read from first to last, the oldest first: whose and of what time on the first page, an index with
 * page numbers, each message set as a page, what it encloses behind it where that can be shown on paper, and a running number
 * on every page. What is damaged is named, and never keeps the rest from being made.
 */
export async function bundlePdf(
  services: Making,
  scope: Scope,
  found: FoundSet,
  path: string,
  progress: Progress,
): Promise<void> {
  const entries: FoundEntry[] = [];
  for await (const entry of found.entries()) entries.push(entry);
  entries.reverse();
  const settings = await readSettings(scope);
  const parts: Part[] = [];
  for (const entry of entries) {
    progress.signal.throwIfAborted();
    parts.push(await partOf(services, scope, entry, settings.timeZone));
    progress.tell(parts.length, entries.length);
  }
  const bundle = await PDFDocument.create();
  const practice = { name: settings.practice.name, timeZone: settings.timeZone };
  for (const pdf of [await indexOf(services, parts, practice), ...parts.map((one) => one.pdf)])
    for (const page of await bundle.copyPages(pdf, pdf.getPageIndices())) bundle.addPage(page);
  const font = await bundle.embedFont(StandardFonts.Helvetica);
  const pages = bundle.getPages();
  for (const [n, page] of pages.entries())
    page.drawText(`${n + 1} / ${pages.length}`, {
      x: page.getWidth() - NUMBER_AT,
      y: 18,
      size: 8.5,
      font,
      color: rgb(0.35, 0.42, 0.4),
    });
  await writeFile(path, await bundle.save());
}

/** The index knows its own length only once it is set: it is set until the pages it names are where they are. */
async function indexOf(
  services: Making,
  parts: readonly Part[],
  practice: Parameters<typeof bundleIndex>[1],
): Promise<PDFDocument> {
  let pages = 1;
  for (;;) {
    let page = pages + 1;
    const listed = parts.map(({ entry, leftOut, pdf }) => {
      const at = page;
      page += pdf.getPageCount();
      return { entry, leftOut, page: at };
    });
    const { bytes } = await services.pdfRenderer.render(bundleIndex(listed, practice, services.now()));
    const index = await PDFDocument.load(bytes);
    if (index.getPageCount() <= pages) return index;
    pages = index.getPageCount();
  }
}

async function partOf(services: Making, scope: Scope, entry: FoundEntry, timeZone: string): Promise<Part> {
  const printed =
    entry.channel === 'letter' ? await loaded(await services.blobs.get(entry.rawBlob)) : undefined;
  const pdf = printed ?? (await PDFDocument.load(await messagePage(services, scope, entry, timeZone)));
  const leftOut = entry.channel === 'letter' && !printed ? ['the letter as it was printed'] : [];
  for (const { name, mediaType, blob } of entry.attachments) {
    const pages = await enclosedPages(services, pdf, name, mediaType, blob);
    if (!pages) leftOut.push(name);
    else for (const page of pages) pdf.addPage(page);
  }
  return { entry, pdf, leftOut };
}

/** A PDF, where it is whole; one that is locked or damaged lies whole in the ZIP, and is named in the index. */
const loaded = (bytes: Buffer): Promise<PDFDocument | undefined> =>
  PDFDocument.load(bytes).catch(() => undefined);

async function enclosedPages(
  services: Making,
  into: PDFDocument,
  name: string,
  mediaType: string,
  blob: string,
): Promise<Awaited<ReturnType<PDFDocument['copyPages']>> | undefined> {
  try {
    const bytes = await services.blobs.get(blob);
    const made =
      mediaType === 'application/pdf'
        ? ({ ok: true, bytes } as const)
        : await filePdf({ name, bytes, atUtc: services.now() });
    const pdf = made.ok ? await PDFDocument.load(made.bytes) : undefined;
    // Pages that cannot be read are found out only as they are copied.
    return pdf && (await into.copyPages(pdf, pdf.getPageIndices()));
  } catch {
    return undefined;
  }
}

const paragraph = (text: string): BlockNode => ({
  type: 'paragraph',
  content: text === '' ? [] : [{ type: 'text', text }],
});

const CANNOT_SHOW =
  'Some of this message is in a script that this page cannot show; it stands as […]. All of it is in the original message.';

async function messagePage(
  services: Making,
  scope: Scope,
  entry: FoundEntry,
  timeZone: string,
): Promise<Buffer> {
  const { content, pictures } = await saidBy(services, scope, entry);
  const people = (words: string, line: FoundEntry['people']['to']): string[] =>
    line.length === 0
      ? []
      : [`${words} ${line.map(({ name, address }) => (name ? `${name} <${address}>` : address)).join(', ')}`];
  const { from, to, cc } = entry.people;
  const sheet: LetterSheet = {
    letterhead: undefined,
    recipient: [...people('From', [from]), ...people('To', to), ...people('Cc', cc)],
    reference: entry.reference,
    day: pageTime(timeZone, entry.occurredAtUtc),
    subject: entry.subject,
    body: content,
    enclosures: entry.attachments.map(({ name }) => name),
    pictures,
    atUtc: entry.occurredAtUtc,
    pageNumbers: false,
  };
  const { bytes, missing } = await services.pdfRenderer.render(sheet);
  if (missing.length === 0) return bytes;
  const shown = without(new Set(missing));
  const said = mapInline(documentOf(content), (nodes) => nodes.map((node) => shownNode(node, shown)));
  return (
    await services.pdfRenderer.render({
      ...sheet,
      recipient: sheet.recipient.map(shown),
      subject: shown(sheet.subject),
      enclosures: sheet.enclosures.map(shown),
      body: [paragraph(CANNOT_SHOW), ...said.content],
    })
  ).bytes;
}

/** What an entry says, with its lists, tables and pictures where it has them; its words alone where those cannot be read. */
async function saidBy(
  services: Making,
  scope: Scope,
  entry: FoundEntry,
): Promise<Pick<LetterSheet, 'pictures'> & { readonly content: readonly BlockNode[] }> {
  const { html, text } = await wordsOf(services, scope, entry);
  const rich = html === null ? undefined : await mailBlocks(html, entry.rawBlob).catch(() => undefined);
  if (rich && rich.content.length > 0) {
    const pictures = [...rich.pictures].flatMap(([id, bytes]) => {
      const mediaType = pictureSize(bytes)?.mediaType;
      return mediaType ? [[id, { mediaType, bytes }] as const] : [];
    });
    return { content: rich.content, pictures: new Map(pictures) };
  }
  const paragraphs = text
    .replaceAll('\r', '')
    .trim()
    .split(/\n{2,}/);
  return { content: paragraphs.map(paragraph), pictures: new Map() };
}

/** Signs that the face cannot draw, each run of them as a mark. */
const without =
  (missing: ReadonlySet<string>) =>
  (text: string): string =>
    [...text]
      .map((sign) => (missing.has(sign) ? '\u0000' : sign))
      .join('')
      .replaceAll(/\u0000(?:[\s\u0000]*\u0000)?/g, '[…]');

const shownNode = (node: InlineNode, shown: (text: string) => string): InlineNode =>
  node.type === 'text' ? { ...node, text: shown(node.text) } : node;
