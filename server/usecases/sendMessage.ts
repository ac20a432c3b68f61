import type { Message, SendMessage } from '../../contract/messages.ts';
import { notesThatStop } from '../../core/checks/index.ts';
import { zonedInstant } from '../../core/dates/zonedClock.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import type { MessageState } from '../../core/model/message.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { MovedMeanwhile, advance } from '../outgoing/advance.ts';
import { freeze } from '../outgoing/freeze.ts';
import { recordSent } from '../outgoing/fileSent.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import type { Database } from '../repositories/database.ts';
import { insertMessage, updateSplit } from '../repositories/messages.ts';
import type { StoredMessage } from '../repositories/messages.ts';
import type { Account } from '../repositories/people.ts';
import type { PracticeSettings } from '../repositories/settings.ts';
import { checkDeskMessage } from './checkDesk.ts';
import { deskMessage } from './desk.ts';
import { viewMessage, viewNotes } from './messageView.ts';
import { splitByRecipient } from './splitMessage.ts';

const YEAR_MS = 366 * 86_400_000;

/** Sends a draft: checked, frozen on disk, then held until it leaves. Refuses with the notes that stop it. */
export async function sendMessage(
  office: Office,
  person: Account,
  id: string,
  order: SendMessage,
): Promise<Message> {
  const desk = await deskMessage(office, person, id);
  if (desk.message.state.kind !== 'draft') throw new HttpProblem('notADraft', 'It is already on its way.');
  const notes = await checkDeskMessage(office, person, desk);
  const stopping = notesThatStop(notes, new Set(order.acknowledged));
  if (stopping.length > 0)
    throw new HttpProblem('notesStop', 'Nothing was sent. See the notes.', { notes: viewNotes(stopping) });

  const nowUtc = office.now();
  const leavesAtUtc = leavingTime(order, nowUtc, desk.settings);
  const cautions = notes.map(({ code }) => code);
  const to: MessageState =
    leavesAtUtc > nowUtc ? { kind: 'held', leavesAtUtc } : { kind: 'queued', attempts: 0 };
  const [own = desk, ...others] = await splitByRecipient(office, desk);
  const frozen = await freeze(office, own, leavesAtUtc, cautions);
  const copies: StoredMessage[] = [];
  for (const other of others)
    copies.push({ ...other.message, state: to, frozen: await freeze(office, other, leavesAtUtc, cautions) });

  // All leave together or none does: the others are put in by the very move that sends the first.
  const message = await advance(office, desk.message, {
    to,
    personId: person.id,
    frozen,
    along: (tx) => keepSplit(tx, person, own.message, copies),
  }).catch(asConflict('notADraft'));
  for (const { id: copyId, matterId } of copies)
    office.changes.tell({ kind: 'message', id: copyId, matterId });
  office.wakeRunner();
  return viewMessage(office, person, { ...own, message: { ...own.message, state: message.state, frozen } });
}

async function keepSplit(
  tx: Database,
  person: Account,
  own: StoredMessage,
  copies: readonly StoredMessage[],
): Promise<void> {
  if (copies.length === 0) return;
  await updateSplit(tx, own);
  for (const copy of copies) {
    await insertMessage(tx, copy);
    await insertAuditEvent(tx, {
      atUtc: copy.createdUtc,
      personId: person.id,
      what: `message.${copy.state.kind}`,
      subjectKind: 'message',
      subjectId: copy.id,
      detail: { from: 'draft', splitFrom: own.id },
    });
  }
}

function leavingTime(
  { sendAt, sendOn, holdSeconds }: SendMessage,
  nowUtc: number,
  { timeZone, holdSeconds: usualHoldSeconds }: PracticeSettings,
): number {
  if (sendAt === undefined && sendOn === undefined) return nowUtc + (holdSeconds ?? usualHoldSeconds) * 1000;
  const date = sendOn && parsePlainDate(sendOn.date);
  const at = sendOn && date ? zonedInstant(timeZone, { ...sendOn, date }) : Date.parse(sendAt ?? '');
  if (at > nowUtc && at < nowUtc + YEAR_MS) return at;
  throw new HttpProblem(
    'badTime',
    'The time to send lies in the past, or more than a year ahead. Nothing was sent.',
  );
}

const RECALLABLE: readonly MessageState['kind'][] = ['held', 'queued', 'deferred', 'failed'];

/** Takes a message back to the desk while nobody else can have it. Also how one that was refused is mended. */
export async function recallMessage(office: Office, person: Account, id: string): Promise<Message> {
  const desk = await deskMessage(office, person, id);
  if (!RECALLABLE.includes(desk.message.state.kind)) {
    throw new HttpProblem('cannotRecall', 'It has left, or is just being handed over.');
  }
  const message = await advance(office, desk.message, {
    to: { kind: 'draft' },
    personId: person.id,
    frozen: null,
  }).catch(asConflict('cannotRecall'));
  return viewMessage(office, person, { ...desk, message });
}

/** A person's word on a message whose answer was lost: it has gone, and is filed; or it goes again, as it was. */
export async function decideMessage(
  office: Office,
  person: Account,
  id: string,
  decision: 'gone' | 'send-again',
): Promise<Message> {
  const { message } = await deskMessage(office, person, id);
  if (message.state.kind !== 'may-have-gone') throw new HttpProblem('cannotDecide');
  if (decision === 'gone') await recordSent(office, message, [], person.id).catch(asConflict('cannotDecide'));
  else {
    const { attempts } = message.state;
    await advance(office, message, { to: { kind: 'queued', attempts }, personId: person.id }).catch(
      asConflict('cannotDecide'),
    );
  }
  office.wakeRunner();
  return viewMessage(office, person, await deskMessage(office, person, id));
}

/** Somebody else was quicker: said as a conflict rather than as a fault. */
const asConflict =
  (code: 'notADraft' | 'cannotRecall' | 'cannotDecide') =>
  (error: unknown): never => {
    throw error instanceof MovedMeanwhile ? new HttpProblem(code) : error;
  };
