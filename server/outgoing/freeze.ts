import { finishLetter } from '../../core/merge/finish.ts';
import { planMessage } from '../../core/mime/plan.ts';
import type { Office } from '../office.ts';
import type { FrozenMessage } from '../repositories/messages.ts';
import type { DeskMessage } from '../usecases/desk.ts';
import { greetedOf, readerFor } from '../usecases/desk.ts';
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
  const letter = finishLetter(message, reader);
  const from = { name: sender.name, address: sender.email };
  const internetMessageId = `<${office.newId()}@${sender.email.split('@')[1] ?? 'localhost'}>`;
  const plan = planMessage({
    messageId: internetMessageId,
    dateUtc: leavesAtUtc,
    from,
    recipients: message.recipients,
    letter,
    references: message.references,
    attachments: message.enclosures,
  });
  const bytes = await assemble(plan, office.blobs);
  return {
    internetMessageId,
    blob: await office.blobs.put(bytes),
    sizeBytes: bytes.length,
    envelopeFrom: sender.email,
    envelopeTo: plan.envelopeTo,
    from,
    subject: plan.subject,
    text: letter.text,
    cautions,
  };
}
