import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';

export const auditGroup = (
  office: Office,
  tx: Office['db'],
  person: Account,
  what: string,
  id: string,
): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: person.id,
    what,
    subjectKind: 'practice',
    subjectId: id,
  });
