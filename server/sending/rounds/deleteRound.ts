import { changing } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { discardDraft } from '../../messages/queries.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { roundHere } from './roundHere.ts';
import { linesStanding } from './lineQueries.ts';
import { deleteRound } from './roundQueries.ts';

/** Takes a round off the list with what is still a draft of it; what went is filed, and stays. */
export async function removeRound(
  services: Services,
  scope: PersonScope,
  id: string,
): Promise<Record<string, never>> {
  await roundHere(scope, id);
  if ((await linesStanding(scope, id, 'going')).length > 0)
    throw new DomainProblem('badRequest', [{ code: 'roundOnItsWay' }, { code: 'nothingChanged' }]);
  await changing(services, scope, async ({ tx, scope: inside, atUtc, audit, tell }) => {
    for (const group of ['fill', 'look', 'ready', 'out'] as const)
      for (const line of await linesStanding(inside, id, group)) await discardDraft(tx, line, atUtc);
    await deleteRound(tx, id, atUtc);
    await audit('round.deleted', 'round', id);
    tell({ kind: 'round', id });
  });
  return {};
}
