import type { FieldReader } from '../../core/merge/fieldReader.ts';
import { finishMessage } from '../../core/merge/finish.ts';
import type { FinishedMessage } from '../../core/merge/finish.ts';
import { planMessage } from '../../core/mime/plan.ts';
import type { PlanInput } from '../../core/mime/plan.ts';
import type { Person } from '../../core/model/matter.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import { cidOf } from '../../core/merge/renderHtml.ts';
import type { PlannedPicture } from '../../core/mime/plan.ts';
import { picturesOf } from '../../core/template/parseContent.ts';
import type { Services } from '../platform/services.ts';
import { findPictures } from '../templates/pictureQueries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { asMailed } from '../messages/asMailed.ts';
import type { FrozenMessage, StoredMessage } from '../messages/message.ts';
import type { DraftLayout } from '../messages/draftLayout.ts';
import { greetedOf } from '../messages/draftLayout.ts';
import { readerFor } from '../matters/readerFor.ts';
import { senderOf, signerFor } from '../../core/compose/index.ts';
import { setWrittenLetter } from '../messages/letters.ts';
import { answerPageFor, asksSomething } from './answers/answerPageFor.ts';
import { calendarOfMessage, invitationFor } from './invitations.ts';
import { newsLinkFor } from './news/newsLink.ts';
import { withWayOut } from './news/withWayOut.ts';
import { rewrittenIn } from './rewritten.ts';
import { printAlong } from './printAlong.ts';
import { assemble } from '../platform/mail/assemble.ts';
import type { SealedFiles } from '../platform/mail/assemble.ts';
import type { Scope } from '../access/scope.ts';

/** When a message leaves, the cautions it leaves in spite of, and its files as mail carries them. */
export interface Freezing {
  readonly leavesAtUtc: number;
  readonly cautions: readonly string[];
  readonly sealed: SealedFiles;
}

/**
 * Makes a message's bytes and puts them on disk, as they will leave at `leavesAtUtc`: late values are worked out for
 * that hour. From here on nothing about it changes; a message called back is frozen anew, under a new Message-ID.
 */
export async function freeze(
  services: Services,
  scope: Scope,
  desk: DraftLayout,
  { leavesAtUtc, cautions, sealed }: Freezing,
): Promise<FrozenMessage> {
  const { matter, sender, settings, contacts } = desk;
  const { person } = signerFor(desk.message.sendOptions.sender, sender, matter, settings);
  const greeted = greetedOf(desk.message.recipients, contacts);
  const reader = readerFor(matter, person, settings, greeted, leavesAtUtc);
  const asked = await answerPageFor(services, desk, reader, leavesAtUtc);
  const message = asked?.message ?? desk.message;
  const letter = finishMessage(message, reader, message.sendOptions, settings);
  const from = senderOf(message.sendOptions.sender, sender, matter, settings);
  const internetMessageId = `<${services.newId()}@${from.address.split('@')[1] ?? 'localhost'}>`;
  const rewritten = rewrittenIn(desk.message);
  const invitation = await invitationFor(scope, message);
  const calendar =
    invitation &&
    calendarOfMessage(desk, invitation, { from, words: letter.text, writtenAtUtc: services.now() });
  const { bytes, envelopeTo, text } = await bytesOf(services, scope, { ...desk, message }, reader, letter, {
    ...(calendar ? { calendar } : {}),
    sealed,
    dateUtc: leavesAtUtc,
    from,
    messageId: internetMessageId,
  });
  return {
    internetMessageId,
    blob: await services.blobs.put(bytes),
    sizeBytes: bytes.length,
    envelopeFrom: message.channel === 'text' ? settings.textSender : from.address,
    envelopeTo,
    from: message.channel === 'text' ? { ...from, address: settings.textSender } : from,
    subject: letter.subject,
    text,
    cautions,
    ...(rewritten ? { rewritten } : {}),
    ...(invitation ? { invitation } : {}),
    ...(asked ? { answerPageId: asked.pageId } : {}),
  };
}

interface Made {
  readonly bytes: Buffer;
  readonly envelopeTo: readonly string[];
  readonly text: string;
}

/** What is handed over, by the way it goes: an RFC 5322 message, the words alone, or a page to print. */
async function bytesOf(
  services: Services,
  scope: Scope,
  { message, sender, settings }: DraftLayout,
  reader: FieldReader,
  letter: FinishedMessage,
  {
    sealed,
    ...head
  }: Pick<PlanInput, 'dateUtc' | 'from' | 'messageId' | 'calendar'> & Pick<Freezing, 'sealed'>,
): Promise<Made> {
  const { sendOptions } = message;
  const noMore = await newsLinkFor(services, scope, message, settings);
  switch (message.channel) {
    case 'email': {
      const plan = planMessage({
        ...head,
        // A copy would carry the recipient's own address along.
        recipients:
          sendOptions.copyToSelf && !asksSomething(message)
            ? withCopy(message.recipients, sender)
            : message.recipients,
        message: withWayOut(asMailed(letter, sendOptions, settings), noMore),
        ...(noMore === undefined ? {} : { noMore }),
        references: message.references,
        attachments: message.enclosures,
        pictures: await plannedPictures(scope, message, settings),
        ...(sendOptions.replyTo === undefined ? {} : { replyTo: sendOptions.replyTo }),
        ...(sendOptions.unasked ? { autoSubmitted: 'auto-generated' } : {}),
      });
      const bytes = await assemble(plan, sealed);
      return { bytes, envelopeTo: plan.envelopeTo, text: letter.text };
    }
    case 'text': {
      const text = letter.text.trim();
      return { bytes: Buffer.from(text), envelopeTo: addressesOf(message.recipients), text };
    }
    case 'letter': {
      const letterPages = await setWrittenLetter(services, scope, message, reader);
      const bytes = await printAlong(services, letterPages, message.enclosures);
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

/**
 * The pictures that a message shows, the one in the practice's head among them; one that the practice no longer knows is
 * left out, and its words stand instead.
 */
export async function plannedPictures(
  scope: Scope,
  message: Pick<StoredMessage, 'subject' | 'body' | 'sendOptions'>,
  { look }: PracticeSettings,
): Promise<readonly PlannedPicture[]> {
  const logo = message.sendOptions.plain ? null : look.logo;
  const wanted = [...new Set([...picturesOf(message), ...(logo ? [logo.picture] : [])])];
  if (wanted.length === 0) return [];
  return (await findPictures(scope, wanted)).map(({ picture, blob, mediaType }) => ({
    blob,
    mediaType,
    contentId: cidOf(picture),
  }));
}
