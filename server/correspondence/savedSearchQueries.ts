import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { SavedSearch } from '../../contract/search.ts';
import { fromJson } from '../platform/database/json.ts';

export async function searchesOf(reads: Reads, personId: string): Promise<readonly SavedSearch[]> {
  const rows = await sql(reads)('saved_searches')
    .where({ person_id: personId })
    .orderBy('name')
    .select<{ id: string; name: string; query: string }[]>('id', 'name', 'query');
  return rows.map(({ id, name, query }) => ({ id, name, query: fromJson<SavedSearch['query']>(query) }));
}

export async function insertSearch(
  tx: Tx,
  personId: string,
  { id, name, query }: SavedSearch,
  madeUtc: number,
): Promise<void> {
  await tx('saved_searches').insert({
    id,
    person_id: personId,
    name,
    query: JSON.stringify(query),
    made_utc: madeUtc,
  });
}

export async function removeSearch(tx: Tx, personId: string, id: string): Promise<boolean> {
  return (await tx('saved_searches').where({ id, person_id: personId }).delete()) === 1;
}
