import type * as PdfLib from '@cantoo/pdf-lib';
import type { PDFDocument, PDFPage, PDFRef } from '@cantoo/pdf-lib';

export interface LetterToJoin {
  /** Under which it stands in the list of bookmarks: whom it goes to. */
  readonly title: string;
  readonly bytes: Buffer;
}

/**
 * Letters as one PDF in their order, each under a bookmark of its own (ISO 32000-1 §12.3.3). For printing on both sides each
 * begins on a right-hand page: an empty one stands before it where the last one ended on the right.
 */
export async function joinLetters(
  letters: AsyncIterable<LetterToJoin>,
  { duplex }: { readonly duplex: boolean },
): Promise<Buffer> {
  const lib = await import('@cantoo/pdf-lib');
  const joined = await lib.PDFDocument.create();
  const marks: { readonly title: string; readonly page: PDFPage }[] = [];
  for await (const { title, bytes } of letters) {
    if (duplex && joined.getPageCount() % 2 === 1) {
      const { width, height } = joined.getPage(joined.getPageCount() - 1).getSize();
      joined.addPage([width, height]);
    }
    const source = await lib.PDFDocument.load(bytes);
    const pages = await joined.copyPages(source, source.getPageIndices());
    for (const page of pages) joined.addPage(page);
    const [first] = pages;
    if (first) marks.push({ title, page: first });
  }
  addBookmarks(lib, joined, marks);
  return Buffer.from(await joined.save());
}

function addBookmarks(
  { PDFHexString, PDFName, PDFNumber }: typeof PdfLib,
  pdf: PDFDocument,
  marks: readonly { readonly title: string; readonly page: PDFPage }[],
): void {
  const { context, catalog } = pdf;
  const refs = marks.map(() => context.nextRef());
  const [first, last] = [refs[0], refs.at(-1)];
  if (!first || !last) return;
  const root = context.nextRef();
  marks.forEach(({ title, page }, n) => {
    const dictionary = context.obj({});
    dictionary.set(PDFName.of('Title'), PDFHexString.fromText(title));
    dictionary.set(PDFName.of('Parent'), root);
    // The whole page, from its top.
    dictionary.set(PDFName.of('Dest'), context.obj([page.ref, PDFName.of('Fit')]));
    const [before, after] = [refs[n - 1], refs[n + 1]];
    if (before) dictionary.set(PDFName.of('Prev'), before);
    if (after) dictionary.set(PDFName.of('Next'), after);
    context.assign(refs[n] as PDFRef, dictionary);
  });
  const outlines = context.obj({});
  outlines.set(PDFName.of('Type'), PDFName.of('Outlines'));
  outlines.set(PDFName.of('First'), first);
  outlines.set(PDFName.of('Last'), last);
  outlines.set(PDFName.of('Count'), PDFNumber.of(refs.length));
  context.assign(root, outlines);
  catalog.set(PDFName.of('Outlines'), root);
}
