import type { Office } from '../app/services.ts';
import { findPictures } from './pictureQueries.ts';
import { notFound } from '../http/httpProblem.ts';

export async function readPicture(
  office: Office,
  id: string,
): Promise<{ readonly mediaType: string; readonly bytes: Buffer }> {
  const [picture] = await findPictures(office.db, [id]);
  if (!picture) throw notFound('picture');
  return { mediaType: picture.mediaType, bytes: await office.blobs.get(id) };
}
