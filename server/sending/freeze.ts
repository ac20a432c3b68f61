import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { finishLetter } from '../../core/merge/finish.ts';
import type { FinishedLetter } from '../../core/merge/finish.ts';
import { planMessage } from '../../core/mime/plan.ts';
import type { PlanInput } from '../../core/mime/plan.ts';
import type { Person } from '../../core/model/matter.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import { cidOf } from '../../core/merge/renderHtml.ts';
import type { PlannedPicture } from '../../core/mime/plan.ts';
import { picturesOf } from '../../core/template/parseContent.ts';
import type { Office } from '../app/services.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { findPictures } from '../templates/pictureQueries.ts';
import type { FrozenMessage } from '../messages/message.ts';
import type { DeskMessage } from '../messages/layOut.ts';
import { greetedOf } from '../messages/layOut.ts';
import { readerFor } from '../messages/readerFor.ts';
import { senderOf } from '../messages/sendOptions.ts';
import { setWrittenLetter } from '../messages/letters.ts';
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
  const letter = finishLetter(message, reader, message.conduct);
  const from = senderOf(message.conduct.sender, sender, matter, settings);
  const internetMessageId = `<${office.newId()}@${from.address.split('@')[1] ?? 'localhost'}>`;
  const { bytes, envelopeTo, text } = await bytesOf(office, desk, reader, letter, {
    dateUtc: leavesAtUtc,
    from,
    messageId: internetMessageId,
  });
  return {
    internetMessageId,
    blob: await office.blobs.put(bytes),
    sizeBytes: bytes.length,
    envelopeFrom: from.address,
    envelopeTo,
    from,
    subject: letter.subject,
    text,
    cautions,
  };
}

interface Made {
  readonly bytes: Buffer;
  readonly envelopeTo: readonly string[];
  readonly text: string;
}

/** What is handed over, by the way it goes: an RFC 5322 message, the words alone, or a page to print. */
async function bytesOf(
  office: Office,
  { message, sender }: DeskMessage,
  reader: FieldReader,
  letter: FinishedLetter,
  head: Pick<PlanInput, 'dateUtc' | 'from' | 'messageId'>,
): Promise<Made> {
  const { conduct } = message;
  switch (message.channel) {
    case 'email': {
      const plan = planMessage({
        ...head,
        recipients: conduct.copyToSelf ? withCopy(message.recipients, sender) : message.recipients,
        letter,
        references: message.references,
        attachments: message.enclosures,
        pictures: await plannedPictures(office.db, message),
        ...(conduct.replyTo === undefined ? {} : { replyTo: conduct.replyTo }),
      });
      const bytes = await assemble(plan, office.blobs);
      return { bytes, envelopeTo: plan.envelopeTo, text: letter.text };
    }
    case 'text': {
      const text = letter.text.trim();
      return { bytes: Buffer.from(text), envelopeTo: addressesOf(message.recipients), text };
    }
    case 'letter': {
      const bytes = await setWrittenLetter(office, message, reader);
      return { bytes, envelopeTo: addressesOf(message.recipients), text: letter.text };
    }
    default:
      return message.channel satisfies never;
  }
}

const addressesOf = ({ to, cc, bcc }: Recipients): readonly string[] => [
  ...new Set([...to, ...cc, ...bcc].map(({ address }) => address)),
];

/** A blind copy for whoever writes, unless they are among the recipients as it is. */
function withCopy(recipients: Recipients, { name, email }: Person): Recipients {
  const there = addressesOf(recipients).some((address) => addressKey(address) === addressKey(email));
  return there
    ? recipients
    : { ...recipients, bcc: [...recipients.bcc, { name, address: email, roles: [] }] };
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
