import { knows, sequenceFor } from '../../core/correspondence/appointment.ts';
import type { Appointment } from '../../core/correspondence/appointment.ts';
import type { PlannedCalendar } from '../../core/mime/plan.ts';
import type { Mailbox } from '../../core/model/mailbox.ts';
import type { Reason } from '../../core/model/reason.ts';
import { addressKey } from '../../core/recipients/address.ts';
import type { Change } from '../access/change.ts';
import type { Scope } from '../access/scope.ts';
import { findAppointment, setFollowUpDone } from '../matters/followUpQueries.ts';
import { invitedTo, putInvitation } from '../matters/invitationQueries.ts';
import type { DraftLayout } from '../messages/draftLayout.ts';
import type { FrozenMessage, StoredMessage } from '../messages/message.ts';
import { writeInvitation } from '../platform/mail/writeInvitation.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Refusals } from './sentEntry.ts';

type Told = NonNullable<FrozenMessage['invitation']>;

/** What a message tells of its appointment when it is frozen; refuses one that nobody can be invited to any more. */
export async function invitationFor(scope: Scope, message: StoredMessage): Promise<Told | undefined> {
  const { appointment } = message.sendOptions;
  if (!appointment || message.channel !== 'email') return undefined;
  const now = await appointmentNow(scope, appointment.followUpId);
  if (!now)
    throw new DomainProblem('appointmentGone', [{ code: 'nothingSent' }, { code: 'appointmentGone' }]);
  const calledOff = appointment.calledOff === true;
  const invited = await invitedTo(scope, [appointment.followUpId]);
  return { told: now, sequence: sequenceFor(invited, now, calledOff), calledOff };
}

async function appointmentNow(scope: Scope, followUpId: string): Promise<Appointment | undefined> {
  const found = await findAppointment(scope, followUpId);
  if (!found) return undefined;
  const { what, dueOn, at, minutes, place } = found;
  return { what, dueOn, at, minutes, place };
}

/** The calendar part that goes with a message (RFC 6047). */
export function calendarOfMessage(
  { message, settings }: DraftLayout,
  { told, sequence, calledOff }: Told,
  {
    from,
    words,
    writtenAtUtc,
  }: { readonly from: Mailbox; readonly words: string; readonly writtenAtUtc: number },
): PlannedCalendar | undefined {
  const { appointment } = message.sendOptions;
  if (!appointment) return undefined;
  const content = writeInvitation({
    followUpId: appointment.followUpId,
    appointment: told,
    timeZone: settings.timeZone,
    people: inSight(message),
    organiser: from,
    sequence,
    calledOff,
    words,
    writtenAtUtc,
  });
  return { method: calledOff ? 'CANCEL' : 'REQUEST', content };
}

/** Whoever has a blind copy is told, but is not among those asked. */
const inSight = ({ recipients: { to, cc } }: StoredMessage) => [...to, ...cc];

/** Notes who was told what, in the transaction that files the message; an appointment that was called off is done. */
export async function recordInvitations(
  { tx, audit, atUtc }: Change,
  message: StoredMessage,
  { invitation, internetMessageId }: FrozenMessage,
  refused: Refusals,
): Promise<void> {
  const { appointment } = message.sendOptions;
  if (!invitation || !appointment) return;
  const { followUpId } = appointment;
  const turnedAway = new Set(refused.map(({ address }) => addressKey(address)));
  for (const { name, address } of inSight(message))
    if (!turnedAway.has(addressKey(address)))
      await putInvitation(tx, {
        ...{ followUpId, matterId: message.matterId, name, address },
        ...{ messageId: message.id, internetMessageId, ...invitation },
      });
  if (!invitation.calledOff) return;
  await setFollowUpDone(tx, followUpId, atUtc);
  await audit('followUp.calledOff', 'matter', message.matterId, { id: followUpId });
}

/**
 * Why an invitation that was frozen must not leave after all: its appointment is another one now, or none. That it is called
 * off holds whatever became of it: the first of several who are told ends it.
 */
export async function invitationNoLongerHolds(
  scope: Scope,
  { sendOptions: { appointment }, frozen }: StoredMessage,
): Promise<readonly Reason[]> {
  if (!appointment || !frozen?.invitation || frozen.invitation.calledOff) return [];
  const { told } = frozen.invitation;
  const now = await appointmentNow(scope, appointment.followUpId);
  if (!now) return [{ code: 'appointmentGone' }];
  return knows({ told, calledOff: false }, now) ? [] : [{ code: 'appointmentChanged', name: told.what }];
}
