import { createHash } from 'node:crypto';
import { plainBlocks } from '../../core/compose/index.ts';
import type { BlockNode } from '../../core/template/document.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { htmlDocument } from '../platform/files/htmlDocument.ts';
import { parseMail } from '../platform/mail/parseMail.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { findPictures, insertPicture } from '../templates/pictureQueries.ts';
import { newPicture } from '../templates/savePicture.ts';

type QuotedServices = Pick<Services, 'db' | 'now' | 'changes' | 'blobs'>;

const MAX_PICTURES = 20;
const OWN_PICTURE = /(?<=<img\b[^<>]{0,400}\bsrc=")data:image\/[a-z]+;base64,([A-Za-z0-9+/=\s]+)(?=")/g;

/**
 * What a message that was filed says, as a letter can hold it: its lists, tables and pictures, where it has them. Its
 * pictures are kept as soon as they are first quoted, each under a name that only who has the message can work out.
 */
export async function quotedWords(
  services: QuotedServices,
  scope: PersonScope,
  rawBlob: string,
): Promise<readonly BlockNode[]> {
  const { html, text } = await parseMail(await services.blobs.get(rawBlob), { withPictures: true });
  if (typeof html !== 'string') return plainBlocks(text ?? '');
  const names = new Map<string, string>();
  for (const [, base64 = ''] of html.matchAll(OWN_PICTURE)) {
    if (names.size >= MAX_PICTURES) break;
    const name = await keepPicture(services, scope, rawBlob, Buffer.from(base64, 'base64'));
    if (name !== undefined) names.set(base64, name);
  }
  const named = html.replaceAll(OWN_PICTURE, (_data, base64: string) => names.get(base64) ?? '');
  const { content } = await htmlDocument(named, { withPictures: true });
  return content.length > 0 ? content : plainBlocks(text ?? '');
}

/** Keeps a picture of a message and names it with its width; undefined for one that no message of ours can show. */
async function keepPicture(
  services: QuotedServices,
  scope: PersonScope,
  rawBlob: string,
  bytes: Buffer,
): Promise<string | undefined> {
  const picture = createHash('sha256').update(rawBlob).update(bytes).digest('hex');
  const [known] = await findPictures(scope, [picture]);
  if (known) return `picture:${picture}#${known.width}`;
  try {
    const made = { ...(await newPicture(services, bytes)), picture };
    await changing(services, scope, async ({ tx, audit }) => {
      await insertPicture(tx, made);
      await audit('picture.added', 'template', picture);
    });
    return `picture:${picture}#${made.width}`;
  } catch (error) {
    if (error instanceof DomainProblem && error.code === 'badPicture') return undefined;
    throw error;
  }
}
