import { ById } from '../../contract/common.ts';
import { MatterDetail, MatterPage, MatterQuery } from '../../contract/matters.ts';
import { findMatters } from './findMatters.ts';
import { openMatter } from './openMatter.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { MatterServices } from './services.ts';

const { endpoint } = endpointsFor<MatterServices>();

export const matterRoutes = [
  endpoint({
    method: 'get',
    path: '/matters',
    right: 'read',
    summary: 'Matters by words of their reference, title and parties',
    query: MatterQuery,
    status: 200,
    answers: MatterPage,
    handle: ({ scope, query }) => findMatters(scope, query),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id',
    right: 'read',
    summary: 'A matter with all that its page shows',
    params: ById,
    status: 200,
    answers: MatterDetail,
    handle: ({ services, scope, params }) => openMatter(services, scope, params.id),
  }),
];
