import type { PersonActor } from '../access/actor.ts';
import { changing } from '../access/change.ts';
import type { Change } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { takeBack } from '../correspondence/takeBack.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { decide } from './decide.ts';
import type { StoredIncoming } from './queries.ts';
import { visibleIncoming } from './visibleIncoming.ts';

/**
 * Back into the in-tray: what was put aside, or what was filed by mistake, which leaves its trace where it was. All of it,
 * or where a part cannot be taken back, nothing.
 */
export async function putBack(
  services: Services,
  scope: PersonScope,
  id: string,
): Promise<Record<string, never>> {
  const { state, entryIds } = await visibleIncoming(scope, id);
  if (state !== 'filed' && state !== 'notOurs')
    throw new DomainProblem('decidedMeanwhile', [{ code: 'inTheInTray' }]);
  await changing(services, scope, (change) => backWithin(services, change, { id, state, entryIds }));
  return {};
}

/** The same within a change. */
export async function backWithin(
  services: Services,
  change: Change<PersonActor>,
  { id, state, entryIds }: Pick<StoredIncoming, 'id' | 'state' | 'entryIds'>,
): Promise<void> {
  await decide(change, id, state, 'waiting');
  for (const entryId of entryIds) await takeBack(services, change, entryId);
}
