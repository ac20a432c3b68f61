import { notFound } from '../http/httpProblem.ts';
import type { Office } from '../app/services.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { followUpMatter, settleFollowUp } from './followUpQueries.ts';
import { isVisible } from './queries.ts';
import type { Account } from '../access/peopleQueries.ts';

/** Marks a follow-up as done, or as still to be done. */
export async function settle(
  office: Office,
  person: Account,
  id: string,
  done: boolean,
): Promise<Record<string, never>> {
  const matterId = await followUpMatter(office.db, id);
  if (matterId === undefined || !(await isVisible(office.db, matterId, person.id)))
    throw notFound('follow-up');
  await office.db.transaction(async (tx) => {
    await settleFollowUp(tx, id, done ? office.now() : null);
    await insertAuditEvent(tx, {
      atUtc: office.now(),
      personId: person.id,
      what: done ? 'followUp.done' : 'followUp.reopened',
      subjectKind: 'matter',
      subjectId: matterId,
      detail: { id },
    });
  });
  office.changes.tell({ kind: 'matter', id: matterId, matterId });
  return {};
}
