import { ById, Nothing } from '../../../contract/common.ts';
import { CountSet, NewSet, SavedSet, SavedSets, SetCount } from '../../../contract/rounds.ts';
import { endpointsFor } from '../../access/endpoint.ts';
import type { Services } from '../../platform/services.ts';
import { countSet } from './countSet.ts';
import { readSets, removeSet, saveSet } from './savedSets.ts';

const { endpoint } = endpointsFor<Services>();

export const setRoutes = [
  endpoint({
    method: 'post',
    path: '/sets/count',
    right: 'read',
    summary: 'How many matters a set holds now, and how many people are on them',
    body: CountSet,
    status: 200,
    answers: SetCount,
    handle: ({ services, scope, body }) => countSet(services, scope, body.where),
  }),
  endpoint({
    method: 'get',
    path: '/sets',
    right: 'read',
    summary: 'One’s own sets, and those that others share',
    status: 200,
    answers: SavedSets,
    handle: ({ scope }) => readSets(scope),
  }),
  endpoint({
    method: 'post',
    path: '/sets',
    right: 'work',
    summary: 'Save a set under a name',
    body: NewSet,
    status: 201,
    answers: SavedSet,
    handle: ({ services, scope, body }) => saveSet(services, scope, body),
  }),
  endpoint({
    method: 'delete',
    path: '/sets/:id',
    right: 'work',
    summary: 'Delete a set of one’s own',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ services, scope, params }) => removeSet(services, scope, params.id),
  }),
];
