import { notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { followUpMatter, setFollowUpDone } from './followUpQueries.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

/** Marks a follow-up as done, or as still to be done. */
export async function settleFollowUp(
  services: Services,
  scope: PersonScope,
  id: string,
  done: boolean,
): Promise<Record<string, never>> {
  const matterId = await followUpMatter(scope, id);
  if (matterId === undefined) throw notFound('followUp');
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await setFollowUpDone(tx, id, done ? services.now() : null);
    await audit(done ? 'followUp.done' : 'followUp.reopened', 'matter', matterId, { id });
    tell({ kind: 'matter', id: matterId, matterId });
  });
  return {};
}
