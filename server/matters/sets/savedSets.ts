import type { NewSet, SavedSet } from '../../../contract/rounds.ts';
import { changing } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { deleteSet, insertSet, setsFor } from './savedSetQueries.ts';

type Changing = Pick<Services, 'db' | 'now' | 'changes' | 'newId'>;

/** Keeps a set under a name, so that it is worked out anew each time it is used. */
export async function saveSet(services: Changing, scope: PersonScope, given: NewSet): Promise<SavedSet> {
  const set = { id: services.newId(), ...given, name: given.name.trim() };
  await changing(services, scope, async ({ tx, actor, atUtc, audit }) => {
    await insertSet(tx, actor.id, set, atUtc);
    await audit('set.saved', 'practice', set.id, { name: set.name, shared: set.shared });
  });
  return { ...set, own: true };
}

export const readSets = async (scope: PersonScope): Promise<{ items: SavedSet[] }> => ({
  items: await setsFor(scope, scope.actor.id),
});

export async function removeSet(
  services: Changing,
  scope: PersonScope,
  id: string,
): Promise<Record<string, never>> {
  await changing(services, scope, async ({ tx, actor, audit }) => {
    if (!(await deleteSet(tx, actor.id, id))) throw notFound('set');
    await audit('set.deleted', 'practice', id);
  });
  return {};
}
