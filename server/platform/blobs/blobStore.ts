import { createHash, randomUUID } from 'node:crypto';
import { mkdir, open, readFile, rename, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';

/** Files kept by their content: the same bytes are stored once, and a name that fits them cannot lie. */
export interface BlobStore {
  /** Writes bytes durably (fsync of file and folder) before anything refers to them; gives their SHA-256 in hex. */
  readonly put: (bytes: Buffer) => Promise<string>;
  /** Reads bytes and makes sure they still are what their name says. Throws {@link BrokenBlob}. */
  readonly get: (sha256: string) => Promise<Buffer>;
  /** The same a piece at a time, for what is passed on; whether they still are what they were is known at the end. */
  readonly stream: (sha256: string) => Readable;
}

export class BrokenBlob extends Error {
  readonly sha256: string;
  readonly why: 'changed' | 'unreadable';
  constructor(sha256: string, what: string, why: BrokenBlob['why'] = 'unreadable') {
    super(`blob ${sha256}: ${what}`);
    this.sha256 = sha256;
    this.why = why;
  }
}

export const sha256Hex = (bytes: Buffer | string): string => createHash('sha256').update(bytes).digest('hex');

/** As much as is hashed in one go: more would keep others waiting. */
const SLICE = 2_000_000;

/** SHA-256 of many bytes, others answered between; `read` gives a slice as it is hashed. */
export async function sha256InTurns(
  bytes: Buffer,
  read: (slice: Buffer) => Buffer | string = (slice) => slice,
): Promise<string> {
  const hash = createHash('sha256');
  for (let at = 0; at < bytes.length; at += SLICE) {
    hash.update(read(bytes.subarray(at, at + SLICE)));
    if (bytes.length > SLICE) await new Promise((resolve) => setImmediate(resolve));
  }
  return hash.digest('hex');
}

export function blobStore(folder: string): BlobStore {
  const pathOf = (sha256: string): string => {
    if (!/^[0-9a-f]{64}$/.test(sha256)) throw new BrokenBlob(sha256, 'is no SHA-256');
    return join(folder, sha256.slice(0, 2), sha256);
  };

  return {
    async put(bytes) {
      const sha256 = await sha256InTurns(bytes);
      const path = pathOf(sha256);
      const known = await stat(path).catch(() => undefined);
      if (known?.size === bytes.length) return sha256;
      await mkdir(dirname(path), { recursive: true });
      const temporary = `${path}.${randomUUID()}.part`;
      await writeDurably(temporary, bytes);
      await rename(temporary, path);
      await syncFolder(dirname(path));
      return sha256;
    },
    async get(sha256) {
      const bytes = await readFile(pathOf(sha256)).catch((error: unknown) => {
        throw new BrokenBlob(sha256, error instanceof Error ? error.message : 'cannot be read');
      });
      if ((await sha256InTurns(bytes)) !== sha256)
        throw new BrokenBlob(sha256, 'its bytes have changed', 'changed');
      return bytes;
    },
    stream(sha256) {
      return Readable.from(checked(sha256, pathOf(sha256)), { objectMode: false });
    },
  };
}

async function* checked(sha256: string, path: string): AsyncGenerator<Buffer> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path) as AsyncIterable<Buffer>) {
    hash.update(chunk);
    yield chunk;
  }
  if (hash.digest('hex') !== sha256) throw new BrokenBlob(sha256, 'its bytes have changed', 'changed');
}

async function writeDurably(path: string, bytes: Buffer): Promise<void> {
  const file = await open(path, 'wx');
  try {
    await file.writeFile(bytes);
    await file.sync();
  } finally {
    await file.close();
  }
}

/** A rename is only on disk once its folder is. */
async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
