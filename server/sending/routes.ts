import {
  DecideMessage,
  Message,
  MessagePage,
  RescheduleMessage,
  SendMessage,
  TestSent,
} from '../../contract/messages.ts';
import { PageQuery, ById } from '../../contract/common.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { Services } from '../platform/services.ts';
import { sendMessage } from './sendMessage.ts';
import { recallMessage } from './recallMessage.ts';
import { readOutTray } from './readOutTray.ts';
import { rescheduleMessage } from './rescheduleMessage.ts';
import { sendTest } from './sendTest.ts';
import { sendFile } from '../http/sendFile.ts';
import { letterPages } from './letterPages.ts';
import { decideMessage } from './decideMessage.ts';

const { endpoint } = endpointsFor<Services>();

export const outTrayRoutes = [
  endpoint({
    method: 'get',
    path: '/out-tray',
    right: 'read',
    summary: 'What is on its way out',
    query: PageQuery,
    status: 200,
    answers: MessagePage,
    handle: ({ scope, query }) => readOutTray(scope, query),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/send',
    right: 'work',
    summary: 'Send a draft: now, after its hold, or at a time',
    params: ById,
    body: SendMessage,
    status: 202,
    answers: Message,
    handle: ({ services, scope, params, body }) => sendMessage(services, scope, params.id, body),
  }),
  endpoint({
    method: 'get',
    path: '/messages/:id/page',
    right: 'read',
    summary: 'A letter as it would be printed, for each house that it goes to',
    params: ById,
    status: 200,
    answers: 'application/pdf',
    handle: async ({ services, scope, params, response }) => {
      sendFile(response, await letterPages(services, scope, params.id), 'application/pdf', 'letter.pdf');
      return undefined;
    },
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/test',
    right: 'work',
    summary: 'Send a draft to yourself as a test; it is filed nowhere',
    params: ById,
    status: 200,
    answers: TestSent,
    handle: ({ services, scope, params }) => sendTest(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/reschedule',
    right: 'work',
    summary: 'Give a message that waits to leave another time',
    params: ById,
    body: RescheduleMessage,
    status: 200,
    answers: Message,
    handle: ({ services, scope, params, body }) => rescheduleMessage(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/recall',
    right: 'work',
    summary: 'Call a message back to the desk',
    params: ById,
    status: 200,
    answers: Message,
    handle: ({ services, scope, params }) => recallMessage(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/decide',
    right: 'work',
    summary: 'Say whether a message that may have gone has gone',
    params: ById,
    body: DecideMessage,
    status: 200,
    answers: Message,
    handle: ({ services, scope, params, body }) => decideMessage(services, scope, params.id, body.decision),
  }),
];
