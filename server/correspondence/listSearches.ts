import type { SavedSearches } from '../../contract/search.ts';
import type { PersonScope } from '../access/scope.ts';
import { searchesOf } from './savedSearchQueries.ts';

/** One's own saved searches. */
export async function listSearches(scope: PersonScope): Promise<SavedSearches> {
  return { items: [...(await searchesOf(scope, scope.actor.id))] };
}
