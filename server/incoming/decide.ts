import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { decideIncoming } from './queries.ts';
import type { StoredIncoming } from './queries.ts';
import { DecidedMeanwhile } from './fileIncoming.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import { HttpProblem } from '../http/httpProblem.ts';

export async function decide(
  office: Office,
  person: Account,
  id: string,
  from: StoredIncoming['state'],
  state: StoredIncoming['state'],
  entryIds: readonly string[],
): Promise<void> {
  const atUtc = office.now();
  await office.db
    .transaction(async (tx) => {
      const moved = await decideIncoming(tx, id, from, { state, entryIds, personId: person.id, atUtc });
      if (!moved) throw new DecidedMeanwhile(id);
      await insertAuditEvent(tx, {
        atUtc,
        personId: person.id,
        what: `incoming.${state}`,
        subjectKind: 'incoming',
        subjectId: id,
        detail: { from },
      });
    })
    .catch(asConflict);
  office.changes.tell({ kind: 'inTray', id });
}

export const asConflict = (error: unknown): never => {
  throw error instanceof DecidedMeanwhile
    ? new HttpProblem('decidedMeanwhile', 'Somebody else has dealt with it meanwhile. Nothing was changed.')
    : error;
};
