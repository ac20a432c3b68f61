import { randomBytes } from 'node:crypto';
import type { PictureView } from '../../contract/passages.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { pictureSize } from '../platform/files/pictureSize.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { insertPicture } from './pictureQueries.ts';
import type { StoredPicture } from './pictureQueries.ts';

/** The most a picture in a message may weigh: beyond this it is a document to enclose. */
export const MAX_PICTURE_BYTES = 2_000_000;
const MAX_SIDE = 6_000;
/** As long as a hash, which older pictures are named by. */
const ID_BYTES = 32;

/** A picture for use in wording, its bytes kept. Its kind is read from them, whatever its name says. */
export async function newPicture(services: Pick<Services, 'blobs'>, bytes: Buffer): Promise<StoredPicture> {
  const found = pictureSize(bytes);
  if (!found)
    throw new DomainProblem('badPicture', [{ code: 'notAMessagePicture' }, { code: 'nothingSaved' }]);
  if (bytes.length > MAX_PICTURE_BYTES || found.width > MAX_SIDE || found.height > MAX_SIDE)
    throw new DomainProblem('badPicture', [
      { code: 'pictureTooLarge', megabytes: MAX_PICTURE_BYTES / 1e6, pixels: MAX_SIDE },
      { code: 'nothingSaved' },
    ]);
  return {
    ...found,
    picture: randomBytes(ID_BYTES).toString('hex'),
    blob: await services.blobs.put(bytes),
    sizeBytes: bytes.length,
  };
}

/** Saves a picture for use in wording. */
export async function savePicture(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'blobs'>,
  scope: PersonScope,
  bytes: Buffer,
): Promise<PictureView> {
  const made = await newPicture(services, bytes);
  await changing(services, scope, async ({ tx, audit }) => {
    await insertPicture(tx, made);
    await audit('picture.added', 'template', made.picture);
  });
  const { blob: _blob, ...picture } = made;
  return picture;
}
