import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { SendMessage, Message } from '../../contract/messages.ts';
import { deskMessage } from '../messages/layOut.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { checkDeskMessage } from '../messages/checkDraft.ts';
import { notesThatStop } from '../../core/checks/index.ts';
import { viewNotes, viewMessage } from '../messages/messageView.ts';
import type { MessageState } from '../../core/model/message.ts';
import { splitByRecipient } from './splitMessage.ts';
import { freeze } from './freeze.ts';
import type { StoredMessage } from '../messages/message.ts';
import { advance } from './advance.ts';
import { asConflict } from './asConflict.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { updateSplit } from './queries.ts';
import { insertMessage } from '../messages/queries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import type { PracticeSettings } from '../platform/settings/practiceSettings.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import { zonedInstant } from '../../core/dates/zonedClock.ts';

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
