import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { MatterTypeJson, MatterTypeView } from '../../contract/matterTypes.ts';
import { typeOf, refuseProblems, viewType } from './typeView.ts';
import { insertMatterType } from './matterTypeQueries.ts';
import { auditType } from './auditType.ts';

export async function createMatterType(
  office: Office,
  person: Account,
  definition: MatterTypeJson,
): Promise<MatterTypeView> {
  const type = typeOf(office.newId(), definition);
  refuseProblems(type);
  await office.db.transaction(async (tx) => {
    await insertMatterType(tx, type);
    await auditType(office, tx, person, 'matterType.made', type.id);
  });
  office.changes.tell({ kind: 'matterType', id: type.id });
  return viewType(type, 1, 0);
}
