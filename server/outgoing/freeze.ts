import { finishLetter } from '../../core/merge/finish.ts';
import { planMessage } from '../../core/mime/plan.ts';
import { cidOf } from '../../core/merge/renderHtml.ts';
import type { PlannedPicture } from '../../core/mime/plan.ts';
import { picturesOf } from '../../core/template/parseContent.ts';
import type { Office } from '../office.ts';
import type { Database } from '../repositories/database.ts';
import { findPictures } from '../repositories/pictures.ts';
import type { FrozenMessage } from '../repositories/messages.ts';
import type { DeskMessage } from '../usecases/desk.ts';
import { greetedOf, readerFor } from '../usecases/desk.ts';
import { senderOf } from '../usecases/conduct.ts';
import { assemble } from './assemble.ts';

/**
 * Makes a message's bytes and puts them on disk, as they will leave at `leavesAtUtc`: late values are worked out for
 * that hour. From here on nothing about it changes; a message called back is frozen anew, under a new Message-ID.
 */
export async function freeze(
  office: Office,
  desk: DeskMessage,
  leavesAtUtc: number,
  cautions: readonly string[],
): Promise<FrozenMessage> {
  const { message, matter, sender, settings, contacts } = desk;
  const reader = readerFor(matter, sender, settings, greetedOf(message.recipients, contacts), leavesAtUtc);
  const { conduct } = message;
  const letter = finishLetter(message, reader, conduct);
  const from = senderOf(conduct.sender, sender, matter, settings);
  const internetMessageId = `<${office.newId()}@${from.address.split('@')[1] ?? 'localhost'}>`;
  const plan = planMessage({
    messageId: internetMessageId,
    dateUtc: leavesAtUtc,
    from,
    recipients: message.recipients,
    letter,
    references: message.references,
    attachments: message.enclosures,
    pictures: await plannedPictures(office.db, message),
    ...(conduct.replyTo === undefined ? {} : { replyTo: conduct.replyTo }),
  });
  const bytes = await assemble(plan, office.blobs);
  return {
    internetMessageId,
    blob: await office.blobs.put(bytes),
    sizeBytes: bytes.length,
    envelopeFrom: from.address,
    envelopeTo: plan.envelopeTo,
    from,
    subject: plan.subject,
    text: letter.text,
    cautions,
  };
}

/** The pictures that a message shows; one that the practice no longer knows is left out, and its words stand instead. */
async function plannedPictures(
  db: Database,
  message: Parameters<typeof picturesOf>[0],
): Promise<readonly PlannedPicture[]> {
  const wanted = picturesOf(message);
  if (wanted.length === 0) return [];
  return (await findPictures(db, wanted)).map(({ picture, mediaType }) => ({
    blob: picture,
    mediaType,
    contentId: cidOf(picture),
  }));
}
