import { ById, Nothing } from '../../contract/common.ts';
import { EnterInNeed, MatterDetail } from '../../contract/matters.ts';
import {
  ChangedMatter,
  ChangeFollowUp,
  ChangeMatter,
  ChangeMatterType,
  MatterRecordView,
  MatterTypeJson,
  MatterTypeList,
  MatterTypeView,
  FollowUpPage,
  FollowUpsQuery,
  NewFollowUp,
  NewFollowUpOn,
  NewMatterJson,
} from '../../contract/matterTypes.ts';
import { changeMatter } from './changeMatter.ts';
import { createMatter } from './createMatter.ts';
import { enterInNeed } from './enterInNeed.ts';
import { readRecord } from './readRecord.ts';
import { changeFollowUp, makeFollowUp } from './changeFollowUp.ts';
import { readFollowUps } from './readFollowUps.ts';
import { changeMatterType } from './changeMatterType.ts';
import { createMatterType } from './createMatterType.ts';
import { readMatterTypes } from './readMatterTypes.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { MatterServices } from './services.ts';

const { endpoint } = endpointsFor<MatterServices>();

export const matterTypeRoutes = [
  endpoint({
    method: 'get',
    path: '/matter-types',
    right: 'read',
    summary: 'Every matter type with what it holds',
    status: 200,
    answers: MatterTypeList,
    handle: ({ scope }) => readMatterTypes(scope),
  }),
  endpoint({
    method: 'post',
    path: '/matter-types',
    right: 'settings',
    summary: 'Make a matter type',
    body: MatterTypeJson,
    status: 201,
    answers: MatterTypeView,
    handle: ({ services, scope, body }) => createMatterType(services, scope, body),
  }),
  endpoint({
    method: 'patch',
    path: '/matter-types/:id',
    right: 'settings',
    summary: 'Change a matter type; what its matters hold stays with them',
    params: ById,
    body: ChangeMatterType,
    status: 200,
    answers: MatterTypeView,
    handle: ({ services, scope, params, body }) => changeMatterType(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/matters',
    right: 'work',
    summary: 'Open a matter',
    body: NewMatterJson,
    status: 201,
    answers: MatterDetail,
    handle: ({ services, scope, body }) => createMatter(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/record',
    right: 'read',
    summary: 'A matter’s values as they are edited, with how calculated ones come about',
    params: ById,
    status: 200,
    answers: MatterRecordView,
    handle: ({ services, scope, params }) => readRecord(services, scope, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/matters/:id',
    right: 'work',
    summary: 'Change a matter’s facts, dates, rows, parties, stage or person; answers with the way back',
    params: ById,
    body: ChangeMatter,
    status: 200,
    answers: ChangedMatter,
    handle: ({ services, scope, params, body }) => changeMatter(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/entries-in-need',
    right: 'people',
    summary: 'Enter a restricted matter in need; it is written on the matter, with the reason',
    body: EnterInNeed,
    status: 201,
    answers: ById,
    handle: ({ services, scope, body }) => enterInNeed(services, scope, body),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/follow-ups',
    right: 'work',
    summary: 'Make a follow-up by hand',
    params: ById,
    body: NewFollowUp,
    status: 201,
    answers: ById,
    handle: ({ services, scope, params, body }) => makeFollowUp(services, scope, params.id, body),
  }),
  endpoint({
    method: 'get',
    path: '/follow-ups',
    right: 'read',
    summary: 'What is still to be done, soonest first: one’s own or everybody’s, by matter, person and days',
    query: FollowUpsQuery,
    status: 200,
    answers: FollowUpPage,
    handle: ({ scope, query }) => readFollowUps(scope, query),
  }),
  endpoint({
    method: 'post',
    path: '/follow-ups',
    right: 'work',
    summary: 'Make a follow-up by hand, or an appointment with an hour and a place',
    body: NewFollowUpOn,
    status: 201,
    answers: ById,
    handle: ({ services, scope, body: { matterId, ...followUp } }) =>
      makeFollowUp(services, scope, matterId, followUp),
  }),
  endpoint({
    method: 'patch',
    path: '/follow-ups/:id',
    right: 'work',
    summary: 'Say that a follow-up is done or is not, put it off, word it anew or hand it on',
    params: ById,
    body: ChangeFollowUp,
    status: 200,
    answers: Nothing,
    handle: ({ services, scope, params, body }) => changeFollowUp(services, scope, params.id, body),
  }),
];
