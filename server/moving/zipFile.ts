import { buffer } from 'node:stream/consumers';
import yauzl from 'yauzl';
import type { Entry, ZipFile } from 'yauzl';

/** The most that one file of a ZIP may weigh, unpacked. */
const MOST_BYTES = 40_000_000;
/** What packing programs put in besides: what is hidden, and another system's notes. */
const ASIDE = /(?:^|\/)(?:\.|__MACOSX\/|Thumbs\.db$|desktop\.ini$)/i;

/** The files of a ZIP (PKWARE APPNOTE), by their paths; each is unpacked when it is read. */
export interface ZipFiles {
  readonly paths: readonly string[];
  /** Undefined where there is none, or it is too large. */
  readonly read: (path: string) => Promise<Buffer | undefined>;
}

/** Opens a ZIP. Rejects where it is none, or where a name in it leads out of it. */
export function zipFiles(bytes: Buffer): Promise<ZipFiles> {
  return new Promise((resolve, reject) => {
    yauzl.fromBuffer(bytes, { lazyEntries: true, validateEntrySizes: true }, (failed, zip) => {
      if (failed) {
        reject(failed);
        return;
      }
      const entries = new Map<string, Entry>();
      zip.on('error', reject);
      zip.on('entry', (entry: Entry) => {
        if (!entry.fileName.endsWith('/') && !ASIDE.test(entry.fileName)) entries.set(entry.fileName, entry);
        zip.readEntry();
      });
      zip.on('end', () => {
        resolve({
          paths: [...entries.keys()],
          read: async (path) => {
            const entry = entries.get(path);
            return entry && entry.uncompressedSize <= MOST_BYTES ? contentOf(zip, entry) : undefined;
          },
        });
      });
      zip.readEntry();
    });
  });
}

const contentOf = (zip: ZipFile, entry: Entry): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    zip.openReadStream(entry, (failed, stream) => {
      if (failed) reject(failed);
      else buffer(stream).then(resolve, reject);
    });
  });
