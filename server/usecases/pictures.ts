import type { TemplateFile } from '../../contract/templates.ts';
import { safeFileName } from '../../core/mime/plan.ts';
import type { ReceivedFile } from '../http/receiveFiles.ts';
import { mediaTypeOf } from '../importing/mediaTypes.ts';
import type { PictureView } from '../../contract/passages.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import { pictureSize } from '../importing/pictureSize.ts';
import type { Office } from '../office.ts';
import { findPictures, insertPicture } from '../repositories/pictures.ts';
import type { StoredPicture } from '../repositories/pictures.ts';

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

export async function readPicture(
  office: Office,
  id: string,
): Promise<{ readonly mediaType: string; readonly bytes: Buffer }> {
  const [picture] = await findPictures(office.db, [id]);
  if (!picture) throw notFound('picture');
  return { mediaType: picture.mediaType, bytes: await office.blobs.get(id) };
}

/** Keeps a file that templates enclose, the same each time, by its bytes. */
export async function keepTemplateFile(office: Office, { name, bytes }: ReceivedFile): Promise<TemplateFile> {
  if (bytes.length === 0) throw new HttpProblem('badFile', `“${name}” is empty. Nothing was kept.`);
  const fileName = safeFileName(name);
  return {
    name: fileName,
    blob: await office.blobs.put(bytes),
    mediaType: mediaTypeOf(fileName, bytes),
    sizeBytes: bytes.length,
  };
}
