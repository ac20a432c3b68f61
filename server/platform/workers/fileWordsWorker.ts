import mammoth from 'mammoth';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** What a thread is given to read. */
export interface FileToRead {
  readonly bytes: Uint8Array;
  readonly mediaType: string;
}

/** Longer files are found by their beginning. */
const MAX_CHARS = 200_000;
const MAX_PAGES = 400;

async function pdfWords(bytes: Uint8Array): Promise<string> {
  const document = await getDocument({ data: bytes, useSystemFonts: false, verbosity: 0 }).promise;
  const pages: string[] = [];
  let length = 0;
  for (let n = 1; n <= Math.min(document.numPages, MAX_PAGES) && length < MAX_CHARS; n += 1) {
    const { items } = await (await document.getPage(n)).getTextContent();
    const page = items.map((item) => ('str' in item ? item.str : '')).join(' ');
    pages.push(page);
    length += page.length;
  }
  return pages.join('\n');
}

async function wordsOf({ bytes, mediaType }: FileToRead): Promise<string> {
  if (mediaType === 'application/pdf') return pdfWords(bytes);
  if (mediaType.startsWith('text/plain')) return Buffer.from(bytes).toString('utf8');
  return (await mammoth.extractRawText({ buffer: Buffer.from(bytes) })).value;
}

export async function run(file: FileToRead): Promise<string> {
  const words = await wordsOf(file);
  return words.replace(/\s+/g, ' ').trim().slice(0, MAX_CHARS);
}
