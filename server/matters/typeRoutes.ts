import { ById, Nothing } from '../../contract/common.ts';
import { MatterDetail } from '../../contract/matters.ts';
import {
  ChangedMatter,
  ChangeMatter,
  ChangeMatterType,
  MatterRecordView,
  MatterTypeImpact,
  MatterTypeJson,
  MatterTypeList,
  MatterTypeView,
  NewMatterJson,
  SettleFollowUp,
} from '../../contract/matterTypes.ts';
import { endpoint } from '../http/endpoint.ts';
import { changeMatter } from './changeMatter.ts';
import { createMatter } from './createMatter.ts';
import { readRecord } from './readRecord.ts';
import { settle } from './settleFollowUp.ts';
import { changeMatterType } from './changeMatterType.ts';
import { createMatterType } from './createMatterType.ts';
import { readMatterTypes } from './readMatterTypes.ts';
import { readTypeImpact } from '../templates/readTypeImpact.ts';

export const matterTypeRoutes = [
  endpoint({
    method: 'get',
    path: '/matter-types',
    summary: 'Every kind of matter with what it holds',
    status: 200,
    answers: MatterTypeList,
    handle: ({ office }) => readMatterTypes(office),
  }),
  endpoint({
    method: 'post',
    path: '/matter-types',
    summary: 'Make a kind of matter',
    body: MatterTypeJson,
    status: 201,
    answers: MatterTypeView,
    handle: ({ office, person, body }) => createMatterType(office, person, body),
  }),
  endpoint({
    method: 'patch',
    path: '/matter-types/:id',
    summary: 'Change a kind of matter; what its matters hold stays with them',
    params: ById,
    body: ChangeMatterType,
    status: 200,
    answers: MatterTypeView,
    handle: ({ office, person, params, body }) => changeMatterType(office, person, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/matter-types/:id/impact',
    summary: 'What a change of a kind of matter would touch',
    params: ById,
    body: MatterTypeJson,
    status: 200,
    answers: MatterTypeImpact,
    handle: ({ office, params, body }) => readTypeImpact(office, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/matters',
    summary: 'Open a matter',
    body: NewMatterJson,
    status: 201,
    answers: MatterDetail,
    handle: ({ office, person, body }) => createMatter(office, person, body),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/record',
    summary: 'A matter’s values as they are edited, with how calculated ones come about',
    params: ById,
    status: 200,
    answers: MatterRecordView,
    handle: ({ office, person, params }) => readRecord(office, person, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/matters/:id',
    summary: 'Change a matter’s facts, dates, rows, parties, stage or person; answers with the way back',
    params: ById,
    body: ChangeMatter,
    status: 200,
    answers: ChangedMatter,
    handle: ({ office, person, params, body }) => changeMatter(office, person, params.id, body),
  }),
  endpoint({
    method: 'patch',
    path: '/follow-ups/:id',
    summary: 'Say that a follow-up is done, or that it is not',
    params: ById,
    body: SettleFollowUp,
    status: 200,
    answers: Nothing,
    handle: ({ office, person, params, body }) => settle(office, person, params.id, body.done),
  }),
];
