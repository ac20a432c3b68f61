import type { Appointment, InvitationAnswer, Invited } from '../../core/correspondence/appointment.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import { fromJson } from '../platform/database/json.ts';
import type { Tx } from '../platform/database/transaction.ts';

/** Somebody who was invited to an appointment. */
export interface InvitedPerson extends Invited {
  readonly followUpId: string;
  readonly matterId: string;
  readonly name: string;
  readonly address: string;
  /** The Message-ID under which they were told last. */
  readonly internetMessageId: string;
  readonly answerEntryId: string | null;
}

interface Row {
  readonly follow_up_id: string;
  readonly matter_id: string;
  readonly name: string;
  readonly address: string;
  readonly internet_message_id: string;
  readonly sequence: number;
  readonly called_off: number | boolean;
  readonly told: string;
  readonly answer: InvitationAnswer;
  readonly answered_utc: number | null;
  readonly answer_entry_id: string | null;
}

const toInvited = (row: Row): InvitedPerson => ({
  followUpId: row.follow_up_id,
  matterId: row.matter_id,
  name: row.name,
  address: row.address,
  internetMessageId: row.internet_message_id,
  sequence: row.sequence,
  calledOff: Boolean(row.called_off),
  told: fromJson<Appointment>(row.told),
  answer: row.answer,
  answeredAtUtc: row.answered_utc,
  answerEntryId: row.answer_entry_id,
});

/** Those invited to any of these appointments, in the order of their names. */
export async function invitedTo(
  scope: Scope,
  followUpIds: readonly string[],
): Promise<readonly InvitedPerson[]> {
  if (followUpIds.length === 0) return [];
  const rows = await visible<Row>(scope, 'invitations')
    .whereIn('invitations.follow_up_id', [...followUpIds])
    .orderBy(['name', 'address_key']);
  return rows.map(toInvited);
}

export interface NewInvitation {
  readonly followUpId: string;
  readonly matterId: string;
  readonly name: string;
  readonly address: string;
  readonly messageId: string;
  readonly internetMessageId: string;
  readonly sequence: number;
  readonly calledOff: boolean;
  readonly told: Appointment;
}

/** Notes what somebody was told; an answer to what it was before no longer stands. */
export async function putInvitation(tx: Tx, one: NewInvitation): Promise<void> {
  const key = { follow_up_id: one.followUpId, address_key: addressKey(one.address) };
  const before = await tx('invitations').where(key).first<Pick<Row, 'sequence'> | undefined>('sequence');
  const row = {
    ...key,
    matter_id: one.matterId,
    address: one.address,
    name: one.name,
    message_id: one.messageId,
    internet_message_id: one.internetMessageId,
    sequence: one.sequence,
    called_off: one.calledOff,
    told: JSON.stringify(one.told),
  };
  const unanswered = { answer: 'none', answered_utc: null, answer_entry_id: null };
  if (!before) await tx('invitations').insert({ ...row, ...unanswered });
  else
    await tx('invitations')
      .where(key)
      .update({ ...row, ...(before.sequence === one.sequence ? {} : unanswered) });
}

/** Notes what somebody answered. */
export async function answerInvitation(
  tx: Tx,
  { followUpId, address }: Pick<InvitedPerson, 'followUpId' | 'address'>,
  answered: { readonly answer: InvitationAnswer; readonly atUtc: number; readonly entryId: string },
): Promise<void> {
  await tx('invitations')
    .where({ follow_up_id: followUpId, address_key: addressKey(address) })
    .update({
      answer: answered.answer,
      answered_utc: answered.atUtc,
      answer_entry_id: answered.entryId,
    });
}
