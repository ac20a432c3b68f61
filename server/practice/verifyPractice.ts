import { FIRST_SEAL, sealEntry } from '../../core/correspondence/seal.ts';
import type { BlobStore } from '../platform/blobs/blobStore.ts';
import { BrokenBlob, sha256Hex } from '../platform/blobs/blobStore.ts';
import { sealedEntries } from '../correspondence/sealQueries.ts';
import type { Scope } from '../access/scope.ts';
import { entriesNotFindable, keptBlobs, rowsOfNothing } from './verificationQueries.ts';
import type { Needed } from './needed.ts';
import type { Progress } from '../platform/jobs/jobs.ts';

/** A stored file that no longer is what was stored, and where it is needed. */
export interface BrokenFile {
  readonly sha256: string;
  readonly why: BrokenBlob['why'];
  readonly neededBy: readonly Needed[];
}

export interface Verification {
  readonly entries: number;
  /** The first entry whose seal does not follow from what stands before it. */
  readonly brokenSeal: {
    readonly entryId: string;
    readonly matterId: string;
    readonly subject: string;
  } | null;
  readonly files: number;
  readonly brokenFiles: readonly BrokenFile[];
  /** Entries that the index of words does not hold, and rows of it that are no entry’s. */
  readonly notFindable: readonly { readonly subject: string; readonly matterId: string }[];
  readonly strayWords: number;
}

export const isSound = ({ brokenSeal, brokenFiles, notFindable, strayWords }: Verification): boolean =>
  brokenSeal === null && brokenFiles.length === 0 && notFindable.length === 0 && strayWords === 0;

const NO_PROGRESS: Progress = { tell: () => undefined, signal: new AbortController().signal };

/** Checks the chain of seals, every stored file against its hash, and the index against the entries. Changes nothing. */
export async function verifyPractice(
  scope: Scope,
  blobs: BlobStore,
  { tell, signal }: Progress = NO_PROGRESS,
): Promise<Verification> {
  const { entries, brokenSeal } = await verifySeals(scope);
  const kept = await keptBlobs(scope);
  const brokenFiles: BrokenFile[] = [];
  let read = 0;
  for (const [sha256, neededBy] of kept) {
    signal.throwIfAborted();
    await blobs.get(sha256).catch((error: unknown) => {
      if (!(error instanceof BrokenBlob)) throw error;
      brokenFiles.push({ sha256, why: error.why, neededBy });
    });
    read += 1;
    tell(read, kept.size);
  }
  return {
    entries,
    brokenSeal,
    files: kept.size,
    brokenFiles,
    notFindable: await entriesNotFindable(scope),
    strayWords: await rowsOfNothing(scope),
  };
}

async function verifySeals(scope: Scope): Promise<Pick<Verification, 'entries' | 'brokenSeal'>> {
  let entries = 0;
  let brokenSeal: Verification['brokenSeal'] = null;
  let previous = FIRST_SEAL;
  for await (const { content, seal } of sealedEntries(scope)) {
    entries += 1;
    if (!brokenSeal && sealEntry(previous, content, sha256Hex) !== seal)
      brokenSeal = { entryId: content.id, matterId: content.matterId, subject: content.subject };
    previous = seal;
  }
  return { entries, brokenSeal };
}
