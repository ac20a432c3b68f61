import type { EnterInNeed } from '../../contract/matters.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { unscoped } from '../access/unscoped.ts';
import { isVisible } from '../access/visibleQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { letIn } from './careQueries.ts';
import { matterByReference } from './queries.ts';

/**
 * Lets an administrator into a restricted matter that they were not given. It is written on the matter, with the reason, for
 * all who may see it, and cannot be taken off. A matter that they may see already is only found.
 */
export async function enterInNeed(
  services: Services,
  scope: PersonScope,
  { reference, why }: EnterInNeed,
): Promise<{ id: string }> {
  const id = await matterByReference(unscoped(services.db, 'inNeed'), reference.trim());
  if (id === undefined) throw notFound('matter');
  if (await isVisible(scope, id)) return { id };
  await changing(services, scope, async ({ tx, actor, atUtc, audit, tell }) => {
    await letIn(tx, id, { personId: actor.id, atUtc, why: why.trim() });
    await audit('matter.enteredInNeed', 'matter', id, { why: why.trim() });
    tell({ kind: 'matter', id, matterId: id });
  });
  return { id };
}
