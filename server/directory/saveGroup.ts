import type { NewGroup, RecipientGroup } from '../../contract/recipients.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { insertGroup } from './groupQueries.ts';

/** Saves those on a line as a group, to be put in again by its name. */
export async function saveGroup(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'newId'>,
  scope: PersonScope,
  { name, members }: NewGroup,
): Promise<RecipientGroup> {
  const group = { id: services.newId(), name: name.trim(), members };
  await changing(services, scope, async ({ tx, audit, atUtc }) => {
    await insertGroup(tx, group, scope.actor.id, atUtc);
    await audit('recipientGroup.kept', 'practice', group.id);
  });
  return group;
}
