import type { Database } from '../platform/database/openDatabase.ts';

/** A picture of the practice's wording; its bytes are in the blob store under the same name. */
export interface StoredPicture {
  /** SHA-256 of its bytes, in hex. */
  readonly picture: string;
  readonly mediaType: string;
  readonly width: number;
  readonly height: number;
  readonly sizeBytes: number;
}

const COLUMNS = {
  picture: 'blob',
  mediaType: 'media_type',
  width: 'width',
  height: 'height',
  sizeBytes: 'size_bytes',
};

export async function insertPicture(db: Database, one: StoredPicture): Promise<void> {
  await db('pictures')
    .insert({
      blob: one.picture,
      media_type: one.mediaType,
      width: one.width,
      height: one.height,
      size_bytes: one.sizeBytes,
    })
    .onConflict('blob')
    .ignore();
}

/** Those of these pictures that the practice knows. */
export function findPictures(db: Database, pictures: readonly string[]): Promise<StoredPicture[]> {
  return db('pictures')
    .whereIn('blob', [...pictures])
    .select<StoredPicture[]>(COLUMNS);
}
