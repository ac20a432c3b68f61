import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { deskMessage } from './layOut.ts';
import { discardDraft } from './queries.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';

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
