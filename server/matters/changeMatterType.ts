import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { ChangeMatterType, MatterTypeView } from '../../contract/matterTypes.ts';
import { findMatterTypes, updateMatterType, mattersByType } from './matterTypeQueries.ts';
import { notFound, HttpProblem } from '../http/httpProblem.ts';
import { typeOf, refuseProblems, viewType } from './typeView.ts';
import { auditType } from './auditType.ts';

/**
 * Changes a kind of matter. What its matters hold stays with them, under whatever key it was kept: a fact taken away is
 * no longer shown, and comes back with its values when it does.
 */
export async function changeMatterType(
  office: Office,
  person: Account,
  id: string,
  { revision, definition }: ChangeMatterType,
): Promise<MatterTypeView> {
  if (!(await findMatterTypes(office.db, [id])).has(id)) throw notFound('kind of matter');
  const type = typeOf(id, definition);
  refuseProblems(type);
  await office.db.transaction(async (tx) => {
    if (!(await updateMatterType(tx, type, revision))) {
      throw new HttpProblem(
        'typeChanged',
        'Somebody has changed this kind of matter meanwhile. Yours is still here; look at theirs before you keep it.',
      );
    }
    await auditType(office, tx, person, 'matterType.changed', id);
  });
  office.changes.tell({ kind: 'matterType', id });
  const matters = await mattersByType(office.db);
  return viewType(type, revision + 1, matters.get(id) ?? 0);
}
