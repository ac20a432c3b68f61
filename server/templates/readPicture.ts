import type { Services } from '../platform/services.ts';
import { findPictures } from './pictureQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Scope } from '../access/scope.ts';

export async function readPicture(
  { blobs }: Pick<Services, 'blobs'>,
  scope: Scope,
  id: string,
): Promise<{ readonly mediaType: string; readonly bytes: Buffer }> {
  const [picture] = await findPictures(scope, [id]);
  if (!picture) throw notFound('picture');
  return { mediaType: picture.mediaType, bytes: await blobs.get(picture.blob) };
}
