import { AnswerPages, OfferedList, OnePage, TakeOffered, WithdrawPage } from '../../../contract/answers.ts';
import { ById } from '../../../contract/common.ts';
import { TodayQuery } from '../../../contract/today.ts';
import { endpointsFor } from '../../access/endpoint.ts';
import type { Services } from '../../platform/services.ts';
import { answerPagesOf, endAnswerPage } from './answerPagesOf.ts';
import { readOffered, readOfferedLately } from './readOffered.ts';
import { takeOffered } from './takeOffered.ts';

const { endpoint } = endpointsFor<Services>();

export const offeredRoutes = [
  endpoint({
    method: 'get',
    path: '/messages/:id/answer-pages',
    right: 'read',
    summary: 'The pages on which a message’s recipients answer what it asks, and what became of them',
    params: ById,
    status: 200,
    answers: AnswerPages,
    handle: ({ services, scope, params }) => answerPagesOf(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/answer-pages/:pageId/withdraw',
    right: 'work',
    summary: 'End an answer page before its day, or open it again',
    params: OnePage,
    body: WithdrawPage,
    status: 200,
    answers: AnswerPages,
    handle: ({ services, scope, params, body }) =>
      endAnswerPage(services, scope, params.id, params.pageId, body.withdrawn ?? true),
  }),
  endpoint({
    method: 'get',
    path: '/offered-values',
    right: 'read',
    summary: 'What answers offer to the matters in hand',
    query: TodayQuery,
    status: 200,
    answers: OfferedList,
    handle: ({ scope, query }) => readOfferedLately(scope, query.whose ?? 'mine'),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/offered-values',
    right: 'read',
    summary: 'What answers offer to a matter, beside what stands there',
    params: ById,
    status: 200,
    answers: OfferedList,
    handle: ({ services, scope, params }) => readOffered(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/take',
    right: 'work',
    summary: 'Take an offered value over into the record, leave the record as it is, or take either back',
    params: ById,
    body: TakeOffered,
    status: 200,
    answers: OfferedList,
    handle: ({ services, scope, params, body }) => takeOffered(services, scope, params.id, body),
  }),
];
