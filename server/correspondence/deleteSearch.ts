import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { deleteSearch } from './savedSearchQueries.ts';
import { notFound } from '../http/httpProblem.ts';

export async function dropSearch(
  office: Office,
  person: Account,
  id: string,
): Promise<Record<string, never>> {
  if (!(await deleteSearch(office.db, person.id, id))) throw notFound('saved search');
  return {};
}
