import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { deleteGroup } from './groupQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { auditGroup } from './auditGroup.ts';

export async function dropGroup(office: Office, person: Account, id: string): Promise<Record<string, never>> {
  await office.db.transaction(async (tx) => {
    if (!(await deleteGroup(tx, id))) throw notFound('group');
    await auditGroup(office, tx, person, 'recipientGroup.dropped', id);
  });
  return {};
}
