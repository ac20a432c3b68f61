import type { Services } from '../platform/services.ts';
import type { ChangeMatterType, MatterTypeView } from '../../contract/matterTypes.ts';
import { updateMatterType, mattersByType, matterTypes } from './matterTypeQueries.ts';
import { notFound, DomainProblem } from '../platform/problems/problem.ts';
import { typeOf, refuseProblems, viewType } from './typeView.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/**
 * Changes a kind of matter. What its matters hold stays with them, under whatever key it was kept: a fact taken away is
 * no longer shown, and comes back with its values when it does.
 */
export async function changeMatterType(
  services: Services,
  scope: PersonScope,
  id: string,
  { revision, definition }: ChangeMatterType,
): Promise<MatterTypeView> {
  if (!(await matterTypes(scope)).has(id)) throw notFound('matterType');
  const type = typeOf(id, definition);
  refuseProblems(type);
  await changing(services, scope, async ({ tx, audit, tell }) => {
    if (!(await updateMatterType(tx, type, revision))) {
      throw new DomainProblem('typeChanged');
    }
    await audit('matterType.changed', 'matterType', id);
    tell({ kind: 'matterType', id });
  });
  const matters = await mattersByType(scope);
  return viewType(type, revision + 1, matters.get(id) ?? 0);
}
