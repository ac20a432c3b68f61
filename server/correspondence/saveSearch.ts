import type { NewSearch, SavedSearch } from '../../contract/search.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { insertSearch } from './savedSearchQueries.ts';

/** Saves a search of one's own under a name. */
export async function saveSearch(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'newId'>,
  scope: PersonScope,
  { name, query }: NewSearch,
): Promise<SavedSearch> {
  const saved = { id: services.newId(), name: name.trim(), query };
  await changing(services, scope, async ({ tx, audit, atUtc }) => {
    await insertSearch(tx, scope.actor.id, saved, atUtc);
    await audit('search.saved', 'practice', saved.id);
  });
  return saved;
}
