import { counts } from '../../core/correspondence/appointment.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Change } from '../access/change.ts';
import type { Scope } from '../access/scope.ts';
import type { NewEntry } from '../correspondence/entry.ts';
import { answerInvitation, invitedTo } from '../matters/invitationQueries.ts';
import type { InvitationReply } from '../platform/mail/invitation.ts';
import { followUpOf } from '../platform/mail/writeInvitation.ts';
import type { StoredIncoming } from './queries.ts';
import type { ReadMail } from './readMail.ts';

/**
 * Whose answer it is: whoever sent it, if they were invited. The attendee that its calendar part names is no proof, as little
 * as a name in a text: anybody who knows the appointment can write another's there.
 */
async function answeredBy(scope: Scope, { uid }: InvitationReply, from: string) {
  const followUpId = followUpOf(uid);
  const invited = followUpId === undefined ? [] : await invitedTo(scope, [followUpId]);
  return invited.find(({ address }) => addressKey(address) === addressKey(from));
}

/**
 * A message with what it answers: calendar programs send an answer to an invitation without naming the message that
 * carried it (RFC 5322 §3.6.4), but the appointment tells which it was.
 */
export async function withWhatItAnswers(scope: Scope, mail: ReadMail): Promise<ReadMail> {
  const invited = mail.reply && (await answeredBy(scope, mail.reply, mail.from.address));
  if (!invited || mail.references.includes(invited.internetMessageId)) return mail;
  return { ...mail, references: [...mail.references, invited.internetMessageId] };
}

/**
 * Takes an answer to an invitation of this matter over, as what brought it is filed there. What comes from somebody who
 * was not invited, answers an earlier state or fails its proof changes nothing: its entry says what it said.
 */
export async function takeAnswer(
  { tx, scope, audit }: Change,
  entry: Pick<NewEntry, 'id' | 'matterId'>,
  { people, sentAtUtc, authenticated, direction }: StoredIncoming,
  reply: InvitationReply,
): Promise<void> {
  if (direction !== 'in' || authenticated === 'failed') return;
  const invited = await answeredBy(scope, reply, people.from.address);
  if (invited?.matterId !== entry.matterId) return;
  if (!counts(invited, { sequence: reply.sequence, sentAtUtc })) return;
  await answerInvitation(tx, invited, { answer: reply.answer, atUtc: sentAtUtc, entryId: entry.id });
  await audit('invitation.answered', 'matter', entry.matterId, {
    followUpId: invited.followUpId,
    answer: reply.answer,
  });
}
