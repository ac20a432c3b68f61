import { plainBlocks } from '../../core/compose/index.ts';
import type { BlockNode } from '../../core/template/document.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { StoredEntry } from '../correspondence/entry.ts';
import { wordsOf } from '../correspondence/wordsOf.ts';
import { mailBlocks } from '../platform/mail/mailBlocks.ts';
import { parseMail } from '../platform/mail/parseMail.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { findPictures, insertPicture } from '../templates/pictureQueries.ts';
import { newPicture } from '../templates/savePicture.ts';

type QuotedServices = Pick<Services, 'db' | 'now' | 'changes' | 'blobs'>;

/**
 * What a message that was filed says, as a letter can hold it: its lists, tables and pictures, where it has them. Its
 * pictures are kept as soon as they are first quoted.
 */
export async function quotedWords(
  services: QuotedServices,
  scope: PersonScope,
  entry: StoredEntry,
): Promise<readonly BlockNode[]> {
  const { rawBlob, channel } = entry;
  if (channel !== 'email') return plainBlocks((await wordsOf(services, scope, entry)).text);
  const { html, text } = await parseMail(await services.blobs.get(rawBlob), { withPictures: true });
  if (typeof html !== 'string') return plainBlocks(text ?? '');
  const { content, pictures } = await mailBlocks(html, rawBlob);
  const known = new Set((await findPictures(scope, [...pictures.keys()])).map(({ picture }) => picture));
  for (const [id, bytes] of pictures) if (!known.has(id)) await keepPicture(services, scope, id, bytes);
  return content.length > 0 ? content : plainBlocks(text ?? '');
}

/** Keeps a picture of a message; one that is too large for a letter is left out where it stands. */
async function keepPicture(
  services: QuotedServices,
  scope: PersonScope,
  picture: string,
  bytes: Buffer,
): Promise<void> {
  try {
    const made = { ...(await newPicture(services, bytes)), picture };
    await changing(services, scope, async ({ tx, audit }) => {
      await insertPicture(tx, made);
      await audit('picture.added', 'template', picture);
    });
  } catch (error) {
    if (!(error instanceof DomainProblem && error.code === 'badPicture')) throw error;
  }
}
