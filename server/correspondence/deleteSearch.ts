import { changing } from '../access/change.ts';
import type { ChangeServices } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { notFound } from '../platform/problems/problem.ts';
import { removeSearch } from './savedSearchQueries.ts';

/** Deletes a saved search of one's own. */
export async function deleteSearch(
  services: ChangeServices,
  scope: PersonScope,
  id: string,
): Promise<Record<string, never>> {
  await changing(services, scope, async ({ tx, audit }) => {
    if (!(await removeSearch(tx, scope.actor.id, id))) throw notFound('savedSearch');
    await audit('search.deleted', 'practice', id);
  });
  return {};
}
