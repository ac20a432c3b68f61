import { changing } from '../access/change.ts';
import type { ChangeServices } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { notFound } from '../platform/problems/problem.ts';
import { removeGroup } from './groupQueries.ts';

/** Deletes a group; those in it stay what they are. */
export async function deleteGroup(
  services: ChangeServices,
  scope: PersonScope,
  id: string,
): Promise<Record<string, never>> {
  await changing(services, scope, async ({ tx, audit }) => {
    if (!(await removeGroup(tx, id))) throw notFound('group');
    await audit('recipientGroup.dropped', 'practice', id);
  });
  return {};
}
