import { MATTER_SORTS } from '../../contract/matters.ts';
import type { MatterPage } from '../../contract/matters.ts';
import { listMatters } from './listQueries.ts';
import type { PersonScope } from '../access/scope.ts';

const DEFAULT_PAGE = 50;

export interface MatterListRequest {
  readonly query?: string;
  readonly sort?: string;
  readonly reversed?: boolean;
  readonly mine?: boolean;
  readonly typeId?: string;
  readonly stage?: string;
  readonly state?: string;
  readonly limit?: number;
  readonly after?: string;
}

const STATES = ['open', 'closed'] as const;

export function findMatters(scope: PersonScope, request: MatterListRequest): Promise<MatterPage> {
  return listMatters(scope, {
    query: request.query ?? '',
    sort: MATTER_SORTS.find((known) => known === request.sort) ?? 'recent',
    reversed: request.reversed === true,
    responsibleId: request.mine ? scope.actor.id : undefined,
    typeId: request.typeId,
    stage: request.stage,
    state: STATES.find((known) => known === request.state),
    limit: request.limit ?? DEFAULT_PAGE,
    after: request.after,
  });
}
