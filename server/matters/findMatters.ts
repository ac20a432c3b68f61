import type { MatterSort, MatterPage } from '../../contract/matters.ts';
import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { listMatters } from './listQueries.ts';

const DEFAULT_PAGE = 50;

export interface MatterListRequest {
  readonly query?: string;
  readonly sort?: string;
  readonly limit?: number;
  readonly after?: string;
}

const SORTS: readonly MatterSort[] = ['recent', 'reference', 'title', 'stage'];

export function findMatters(
  office: Office,
  person: Account,
  request: MatterListRequest,
): Promise<MatterPage> {
  const sort = SORTS.find((known) => known === request.sort) ?? 'recent';
  return listMatters(office.db, {
    personId: person.id,
    query: request.query ?? '',
    sort,
    limit: request.limit ?? DEFAULT_PAGE,
    after: request.after,
  });
}
