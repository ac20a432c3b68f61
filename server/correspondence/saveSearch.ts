import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { NewSearch, SavedSearch } from '../../contract/search.ts';
import { insertSearch } from './savedSearchQueries.ts';

export async function keepSearch(
  office: Office,
  person: Account,
  { name, query }: NewSearch,
): Promise<SavedSearch> {
  const kept = { id: office.newId(), name: name.trim(), query };
  await insertSearch(office.db, person.id, kept, office.now());
  return kept;
}
