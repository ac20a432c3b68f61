import {
  ChangeChase,
  ChangeChaserPlan,
  ChaseList,
  ChaserPlanList,
  ChaserPlanView,
  ChasesQuery,
  ChaseView,
  NewChaserPlan,
  StartChase,
} from '../../../contract/chasers.ts';
import { ById } from '../../../contract/common.ts';
import { endpointsFor } from '../../access/endpoint.ts';
import type { Services } from '../../platform/services.ts';
import { changeChase } from './changeChase.ts';
import { changePlan, createPlan, readPlans } from './keepPlan.ts';
import { startChase } from './startChase.ts';
import { readChases } from './viewChases.ts';

const { endpoint } = endpointsFor<Services>();

export const chaserRoutes = [
  endpoint({
    method: 'get',
    path: '/chaser-plans',
    right: 'read',
    summary: 'Chaser plans: reminders that follow a message until it is answered',
    status: 200,
    answers: ChaserPlanList,
    handle: ({ scope }) => readPlans(scope),
  }),
  endpoint({
    method: 'post',
    path: '/chaser-plans',
    right: 'approve',
    summary: 'Make a chaser plan',
    body: NewChaserPlan,
    status: 201,
    answers: ChaserPlanView,
    handle: ({ services, scope, body }) => createPlan(services, scope, body),
  }),
  endpoint({
    method: 'patch',
    path: '/chaser-plans/:id',
    right: 'approve',
    summary: 'Write a chaser plan anew as its next version, or retire it',
    params: ById,
    body: ChangeChaserPlan,
    status: 200,
    answers: ChaserPlanView,
    handle: ({ services, scope, params, body }) => changePlan(services, scope, params.id, body),
  }),
  endpoint({
    method: 'get',
    path: '/chases',
    right: 'read',
    summary: 'Chaser plans under way, or all of a matter',
    query: ChasesQuery,
    status: 200,
    answers: ChaseList,
    handle: ({ scope, query }) => readChases(scope, query),
  }),
  endpoint({
    method: 'post',
    path: '/chases',
    right: 'work',
    summary: 'Have a chaser plan follow something that was sent',
    body: StartChase,
    status: 201,
    answers: ChaseView,
    handle: ({ services, scope, body }) => startChase(services, scope, body),
  }),
  endpoint({
    method: 'patch',
    path: '/chases/:id',
    right: 'work',
    summary: 'Stop a chaser plan by hand, or take its next step as done',
    params: ById,
    body: ChangeChase,
    status: 200,
    answers: ChaseView,
    handle: ({ services, scope, params, body }) => changeChase(services, scope, params.id, body),
  }),
];
