import type { Office } from '../app/services.ts';
import type { PictureView } from '../../contract/passages.ts';
import { pictureSize } from '../platform/files/pictureSize.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { insertPicture } from './pictureQueries.ts';
import type { StoredPicture } from './pictureQueries.ts';

/** The most a picture in a letter may weigh: beyond this it is a document to enclose. */
export const MAX_PICTURE_BYTES = 2_000_000;

const MAX_SIDE = 6_000;

/** Keeps a picture for use in wording. Its kind is read from its bytes, whatever its name says. */
export async function keepPicture(office: Office, bytes: Buffer): Promise<PictureView> {
  const found = pictureSize(bytes);
  if (!found)
    throw new HttpProblem(
      'badPicture',
      'Only PNG, JPEG and GIF pictures can stand in a letter. Nothing was kept.',
    );
  if (bytes.length > MAX_PICTURE_BYTES || found.width > MAX_SIDE || found.height > MAX_SIDE)
    throw new HttpProblem(
      'badPicture',
      'The picture is too large for a letter: 2 MB and 6,000 pixels a side at most.',
    );
  const picture: StoredPicture = {
    ...found,
    picture: await office.blobs.put(bytes),
    sizeBytes: bytes.length,
  };
  await insertPicture(office.db, picture);
  return picture;
}
