import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { Message } from '../../contract/messages.ts';
import { restoreDraft } from './queries.ts';
import { isVisible } from '../matters/queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { readMessage } from './readMessage.ts';

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
