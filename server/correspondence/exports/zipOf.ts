import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { safeFileName } from '../../../core/mime/plan.ts';
import { escapeHtml } from '../../../core/merge/renderHtml.ts';
import type { BlobStore } from '../../platform/blobs/blobStore.ts';
import type { Progress } from '../../platform/jobs/jobs.ts';
import { csvOf } from './csvOf.ts';
import { uniqueNames } from '../../platform/files/uniqueNames.ts';
import { entryFileName } from './entryFiles.ts';
import type { FoundEntry, FoundSet } from './foundEntries.ts';

/** How much waits for the disk before more is read: what is taken out is never held whole. */
const MOST_WAITING = 32_000_000;

interface Listed {
  readonly entry: FoundEntry;
  readonly file: string;
  readonly enclosures: readonly { readonly name: string; readonly path: string }[];
}

/**
 * Messages and what they enclose as a ZIP with an index in HTML and CSV. Stored rather than packed: PDFs, pictures and the
 * encoded parts of messages do not get smaller.
 */
export async function zipOf(
  found: FoundSet,
  blobs: BlobStore,
  path: string,
  { tell, signal }: Progress,
): Promise<void> {
  const zip = new ZipFile();
  const writing = pipeline(zip.outputStream, createWriteStream(path), { signal });
  // Whoever waits for it below hears of a fault; until then it must not end the process.
  writing.catch(() => undefined);
  const fileName = uniqueNames();
  const listed: Listed[] = [];
  let waiting = 0;
  for await (const entry of found.entries()) {
    signal.throwIfAborted();
    const file = `messages/${fileName(entryFileName(entry))}`;
    const bytes = await blobs.get(entry.rawBlob);
    const mtime = new Date(entry.occurredAtUtc);
    zip.addBuffer(bytes, file, { mtime, compress: false });
    waiting += bytes.length;
    const own = uniqueNames();
    const enclosures: { name: string; path: string }[] = [];
    for (const { name, blob } of entry.attachments) {
      const enclosed = await blobs.get(blob);
      const inside = `enclosures/${String(listed.length + 1).padStart(5, '0')}/${own(safeFileName(name))}`;
      zip.addBuffer(enclosed, inside, { mtime, compress: false });
      waiting += enclosed.length;
      enclosures.push({ name, path: inside });
    }
    listed.push({ entry, file, enclosures });
    tell(listed.length, found.count);
    if (waiting > MOST_WAITING) {
      await new Promise((done) => setTimeout(done, 20));
      waiting = 0;
    }
  }
  zip.addBuffer(csvOf(listed), 'index.csv');
  zip.addBuffer(Buffer.from(indexHtml(listed), 'utf8'), 'index.html');
  zip.end();
  await writing;
}

const link = (path: string, words: string): string =>
  `<a href="${escapeHtml(encodeURI(path).replaceAll('#', '%23').replaceAll('?', '%3F'))}">${escapeHtml(words)}</a>`;

function indexHtml(listed: readonly Listed[]): string {
  const rows = listed.map(({ entry, file, enclosures }) => {
    const { occurredAtUtc, reference, direction, people, subject } = entry;
    const who = direction === 'out' ? people.to : [people.from];
    return `<tr><td>${new Date(occurredAtUtc).toISOString().slice(0, 16).replace('T', ' ')}<td>${escapeHtml(reference)}<td>${direction}<td>${escapeHtml(
      who.map(({ name, address }) => name || address).join(', '),
    )}<td>${link(file, subject || 'no subject')}<td>${enclosures.map(({ name, path }) => link(path, name)).join('<br>')}`;
  });
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Correspondence</title><style>body{font:15px/1.5 sans-serif;margin:2rem}table{border-collapse:collapse}td,th{text-align:left;vertical-align:top;padding:.3rem 1rem .3rem 0;border-bottom:1px solid #ccc}</style><h1>Correspondence</h1><table><tr><th>Day (UTC)<th>Reference<th>Direction<th>Who<th>Subject<th>Enclosures${rows.join('\n')}</table></html>\n`;
}
