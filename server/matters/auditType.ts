import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';

export const auditType = (
  office: Office,
  tx: Office['db'],
  person: Account,
  what: string,
  subjectId: string,
): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: person.id,
    what,
    subjectKind: 'matterType',
    subjectId,
  });
