import type { Message, MessagePage } from '../../contract/messages.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import { isVisible } from '../repositories/matters.ts';
import { discardDraft, listOutTray, restoreDraft } from '../repositories/messages.ts';
import type { Account } from '../repositories/people.ts';
import { checkDeskMessage } from './checkDesk.ts';
import { deskMessage } from './desk.ts';
import { viewMessage, viewNotes, viewSummary } from './messageView.ts';

const DEFAULT_PAGE = 50;

export async function readMessage(office: Office, person: Account, id: string): Promise<Message> {
  return viewMessage(office, person, await deskMessage(office, person, id));
}

export async function checkMessage(
  office: Office,
  person: Account,
  id: string,
): Promise<{ notes: Message['notes'] }> {
  const desk = await deskMessage(office, person, id);
  return { notes: viewNotes(await checkDeskMessage(office, person, desk)) };
}

/** Takes a draft off the desk; {@link restoreMessage} brings it back. What has left the desk cannot be discarded. */
export async function discardMessage(office: Office, person: Account, id: string): Promise<void> {
  const { message } = await deskMessage(office, person, id);
  const atUtc = office.now();
  await office.db.transaction(async (tx) => {
    if (!(await discardDraft(tx, id, atUtc)))
      throw new HttpProblem('notADraft', 'It has left the desk. Call it back first.');
    await insertAuditEvent(tx, {
      atUtc,
      personId: person.id,
      what: 'message.discarded',
      subjectKind: 'message',
      subjectId: id,
    });
  });
  office.changes.tell({ kind: 'message', id, matterId: message.matterId });
}

export async function restoreMessage(office: Office, person: Account, id: string): Promise<Message> {
  const matterId = await office.db.transaction(async (tx) => {
    const found = await restoreDraft(tx, id);
    if (found === undefined || !(await isVisible(tx, found, person.id))) throw notFound('discarded draft');
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: 'message.restored',
      subjectKind: 'message',
      subjectId: id,
    });
    return found;
  });
  office.changes.tell({ kind: 'message', id, matterId });
  return readMessage(office, person, id);
}

export async function readOutTray(
  office: Office,
  person: Account,
  { limit = DEFAULT_PAGE, after }: { readonly limit?: number; readonly after?: string },
): Promise<MessagePage> {
  const { items, next } = await listOutTray(office.db, { personId: person.id, limit, after });
  return { items: items.map(viewSummary), next };
}
