import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { SavedSearches } from '../../contract/search.ts';
import { searchesOf } from './savedSearchQueries.ts';

export async function listSearches(office: Office, person: Account): Promise<SavedSearches> {
  return { items: [...(await searchesOf(office.db, person.id))] };
}
