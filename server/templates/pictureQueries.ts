import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';

/** A picture of the practice's wording. */
export interface StoredPicture {
  /** What wording names it by; nobody can work it out from the bytes. */
  readonly picture: string;
  readonly blob: string;
  readonly mediaType: string;
  readonly width: number;
  readonly height: number;
  readonly sizeBytes: number;
}

const COLUMNS = {
  picture: 'id',
  blob: 'blob',
  mediaType: 'media_type',
  width: 'width',
  height: 'height',
  sizeBytes: 'size_bytes',
};

export async function insertPicture(tx: Tx, one: StoredPicture): Promise<void> {
  await tx('pictures').insert({
    id: one.picture,
    blob: one.blob,
    media_type: one.mediaType,
    width: one.width,
    height: one.height,
    size_bytes: one.sizeBytes,
  });
}

/** Those of these pictures that the practice knows. */
export async function findPictures(reads: Reads, pictures: readonly string[]): Promise<StoredPicture[]> {
  if (pictures.length === 0) return [];
  return sql(reads)('pictures')
    .whereIn('id', [...pictures])
    .select<StoredPicture[]>(COLUMNS);
}
