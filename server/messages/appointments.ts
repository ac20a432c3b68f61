import type { Message, StartMessage } from '../../contract/messages.ts';
import type { SendOptions } from '../../core/template/template.ts';
import type { PersonScope, Scope } from '../access/scope.ts';
import { findAppointment } from '../matters/followUpQueries.ts';
import { notFound } from '../platform/problems/problem.ts';

/** The appointment of this matter that a message is to invite to, or to call off; refuses any other. */
export async function appointmentHere(
  scope: PersonScope,
  matterId: string,
  { appointmentId, calledOff }: Pick<StartMessage, 'appointmentId' | 'calledOff'>,
): Promise<SendOptions['appointment']> {
  if (appointmentId === undefined) return undefined;
  const found = await findAppointment(scope, appointmentId);
  if (found?.matterId !== matterId) throw notFound('followUp');
  return { followUpId: appointmentId, ...(calledOff ? { calledOff } : {}) };
}

/** What a message's recipients are invited to, as it stands now; one that is gone says so. */
export async function viewAppointment(
  scope: Scope,
  { appointment }: SendOptions,
): Promise<Message['appointment']> {
  if (!appointment) return null;
  const { followUpId, calledOff = false } = appointment;
  const now = await findAppointment(scope, followUpId);
  if (!now) return { followUpId, what: '', dueOn: '', at: '', minutes: 0, place: '', calledOff, gone: true };
  const { what, dueOn, at, minutes, place } = now;
  return { followUpId, what, dueOn, at, minutes, place, calledOff, gone: false };
}
