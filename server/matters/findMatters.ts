import type { MatterSort, MatterPage } from '../../contract/matters.ts';
import { listMatters } from './listQueries.ts';
import type { PersonScope } from '../access/scope.ts';

const DEFAULT_PAGE = 50;

export interface MatterListRequest {
  readonly query?: string;
  readonly sort?: string;
  readonly limit?: number;
  readonly after?: string;
}

const SORTS: readonly MatterSort[] = ['recent', 'reference', 'title', 'stage'];

export function findMatters(scope: PersonScope, request: MatterListRequest): Promise<MatterPage> {
  const sort = SORTS.find((known) => known === request.sort) ?? 'recent';
  return listMatters(scope, {
    query: request.query ?? '',
    sort,
    limit: request.limit ?? DEFAULT_PAGE,
    after: request.after,
  });
}
