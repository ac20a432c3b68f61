import type { SavedSearch } from '../../contract/search.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { fromJson } from '../platform/database/json.ts';

export async function searchesOf(db: Database, personId: string): Promise<readonly SavedSearch[]> {
  const rows = await db('saved_searches')
    .where({ person_id: personId })
    .orderBy('name')
    .select<{ id: string; name: string; query: string }[]>('id', 'name', 'query');
  return rows.map(({ id, name, query }) => ({ id, name, query: fromJson<SavedSearch['query']>(query) }));
}

export async function insertSearch(
  db: Database,
  personId: string,
  { id, name, query }: SavedSearch,
  madeUtc: number,
): Promise<void> {
  await db('saved_searches').insert({
    id,
    person_id: personId,
    name,
    query: JSON.stringify(query),
    made_utc: madeUtc,
  });
}

export async function deleteSearch(db: Database, personId: string, id: string): Promise<boolean> {
  return (await db('saved_searches').where({ id, person_id: personId }).delete()) === 1;
}
