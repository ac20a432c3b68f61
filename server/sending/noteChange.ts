import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';

export const noteChange = (office: Office, tx: Office['db'], { id }: Account, what: string): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: id,
    what,
    subjectKind: 'practice',
    subjectId: 'practice',
  });
