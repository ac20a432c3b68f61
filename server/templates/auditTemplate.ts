import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';

export const auditTemplate = (
  office: Office,
  tx: Office['db'],
  person: Account,
  what: string,
  subjectId: string,
  detail: Readonly<Record<string, unknown>>,
): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: person.id,
    what,
    subjectKind: 'template',
    subjectId,
    detail,
  });

export const tellTemplates = (office: Office, id: string): void => {
  office.changes.tell({ kind: 'template', id });
};
