import type { Office } from '../app/services.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import type { Account } from '../access/peopleQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';

export const auditPassage = (
  office: Office,
  tx: Database,
  person: Account,
  what: string,
  subjectId: string,
  detail: Readonly<Record<string, unknown>>,
): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: person.id,
    what,
    subjectKind: 'passage',
    subjectId,
    detail,
  });
