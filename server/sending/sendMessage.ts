import type { Services } from '../platform/services.ts';
import type { SendMessage, Message } from '../../contract/messages.ts';
import { openDraft } from '../messages/draftLayout.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import { checkDraft } from '../messages/checkDraft.ts';
import { notesThatStop } from '../../core/checks/index.ts';
import { viewNotes, viewMessage } from '../messages/messageView.ts';
import type { MessageState } from '../../core/model/message.ts';
import { splitByRecipient } from './splitMessage.ts';
import { freeze } from './freeze.ts';
import type { Freezing } from './freeze.ts';
import type { DraftLayout } from '../messages/draftLayout.ts';
import type { StoredMessage } from '../messages/message.ts';
import { advance } from './advance.ts';
import { sealFiles } from '../platform/mail/assemble.ts';
import { asConflict } from './asConflict.ts';
import type { Change } from '../access/change.ts';
import { updateSplit } from './queries.ts';
import { insertMessage } from '../messages/queries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import { zonedInstant } from '../../core/dates/zonedClock.ts';
import type { PersonScope } from '../access/scope.ts';

const YEAR_MS = 366 * 86_400_000;

/** Sends a draft: checked, frozen on disk, then held until it leaves. Refuses with the notes that stop it. */
export async function sendMessage(
  services: Services,
  scope: PersonScope,
  id: string,
  order: SendMessage,
): Promise<Message> {
  const desk = await openDraft(services, scope, id);
  if (desk.message.state.kind !== 'draft') throw new DomainProblem('notADraft', [{ code: 'onItsWay' }]);
  const notes = await checkDraft(services, scope, desk);
  const stopping = notesThatStop(notes, new Set(order.acknowledged));
  if (stopping.length > 0)
    throw new DomainProblem('notesStop', [{ code: 'nothingSent' }, { code: 'seeNotes' }], {
      notes: viewNotes(stopping),
    });

  const leavesAtUtc = leavingTime(order, services.now(), desk.settings);
  // What they all enclose is read and encoded once.
  const sealed = sealFiles(services.blobs);
  const sent = await letLeave(services, scope, desk, {
    leavesAtUtc,
    cautions: notes.map(({ code }) => code),
    sealed,
  }).catch(asConflict('notADraft'));
  services.wakeRunner();
  return viewMessage(services, scope, sent);
}

/** Makes the bytes of a draft that was checked, one message for each recipient where it is to be so, and has them leave. */
export async function letLeave(
  services: Services,
  scope: PersonScope,
  desk: DraftLayout,
  freezing: Freezing,
  also?: (change: Change) => Promise<void>,
): Promise<DraftLayout> {
  const [own, ...copies] = await frozenOf(services, scope, desk, freezing);
  // All leave together or none does: the others are put in by the very move that sends the first.
  const { state } = await advance(services, scope, desk.message, {
    to: own.message.state,
    frozen: own.message.frozen,
    along: async (change) => {
      await keepSplit(
        change,
        own.message,
        copies.map(({ message }) => message),
      );
      await also?.(change);
    },
  });
  return { ...own, message: { ...own.message, state } };
}

/** A message as it leaves, and the copies that go to others, each frozen; nothing of it is kept yet but the bytes. */
export async function frozenOf(
  services: Services,
  scope: PersonScope,
  desk: DraftLayout,
  freezing: Freezing,
): Promise<readonly [DraftLayout, ...DraftLayout[]]> {
  const { leavesAtUtc } = freezing;
  const state: MessageState =
    leavesAtUtc > services.now() ? { kind: 'held', leavesAtUtc } : { kind: 'queued', attempts: 0 };
  const [own = desk, ...others] = await splitByRecipient(services, scope, desk);
  const frozen = async (one: DraftLayout): Promise<DraftLayout> => ({
    ...one,
    message: { ...one.message, state, frozen: await freeze(services, scope, one, freezing) },
  });
  const first = await frozen(own);
  const copies: DraftLayout[] = [];
  for (const other of others) copies.push(await frozen(other));
  return [first, ...copies];
}

async function keepSplit(
  { tx, audit, tell }: Change,
  own: StoredMessage,
  copies: readonly StoredMessage[],
): Promise<void> {
  if (copies.length === 0) return;
  await updateSplit(tx, own);
  for (const copy of copies) {
    await insertMessage(tx, copy);
    await audit(`message.${copy.state.kind}`, 'message', copy.id, { from: 'draft', splitFrom: own.id });
    tell({ kind: 'message', id: copy.id, matterId: copy.matterId });
  }
}

/** When an order has a message leave, in milliseconds since 1970. Refuses a time that is past or too far ahead. */
export function leavingTime(
  { sendAt, sendOn, holdSeconds }: Pick<SendMessage, 'sendAt' | 'sendOn' | 'holdSeconds'>,
  nowUtc: number,
  { timeZone, holdSeconds: usualHoldSeconds }: PracticeSettings,
): number {
  if (sendAt === undefined && sendOn === undefined) return nowUtc + (holdSeconds ?? usualHoldSeconds) * 1000;
  const date = sendOn && parsePlainDate(sendOn.date);
  const at = sendOn && date ? zonedInstant(timeZone, { ...sendOn, date }) : Date.parse(sendAt ?? '');
  if (at > nowUtc && at < nowUtc + YEAR_MS) return at;
  throw new DomainProblem('badTime', [{ code: 'timeOutOfReach' }, { code: 'nothingSent' }]);
}
