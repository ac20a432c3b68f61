import { ById, PageQuery } from '../../contract/common.ts';
import {
  ChangeMessage,
  CheckedMessage,
  DecideMessage,
  Message,
  MessagePage,
  SendMessage,
} from '../../contract/messages.ts';
import { endpoint } from '../http/endpoint.ts';
import { changeMessage } from '../usecases/changeMessage.ts';
import {
  checkMessage,
  discardMessage,
  readMessage,
  readOutTray,
  restoreMessage,
} from '../usecases/drafts.ts';
import { decideMessage, recallMessage, sendMessage } from '../usecases/sendMessage.ts';

export const messageRoutes = [
  endpoint({
    method: 'get',
    path: '/out-tray',
    summary: 'What is on its way out',
    query: PageQuery,
    status: 200,
    answers: MessagePage,
    handle: ({ office, person, query }) => readOutTray(office, person, query),
  }),
  endpoint({
    method: 'get',
    path: '/messages/:id',
    summary: 'A message as it stands',
    params: ById,
    status: 200,
    answers: Message,
    handle: ({ office, person, params }) => readMessage(office, person, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/messages/:id',
    summary: 'Change a draft',
    params: ById,
    body: ChangeMessage,
    status: 200,
    answers: Message,
    handle: ({ office, person, params, body }) => changeMessage(office, person, params.id, body),
  }),
  endpoint({
    method: 'delete',
    path: '/messages/:id',
    summary: 'Discard a draft; it can be restored',
    params: ById,
    status: 204,
    answers: 'application/json',
    handle: async ({ office, person, params, response }) => {
      await discardMessage(office, person, params.id);
      response.status(204).end();
      return undefined;
    },
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/restore',
    summary: 'Bring a discarded draft back',
    params: ById,
    status: 200,
    answers: Message,
    handle: ({ office, person, params }) => restoreMessage(office, person, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/check',
    summary: 'What the checks say of a message',
    params: ById,
    status: 200,
    answers: CheckedMessage,
    handle: ({ office, person, params }) => checkMessage(office, person, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/send',
    summary: 'Send a draft: now, after its hold, or at a time',
    params: ById,
    body: SendMessage,
    status: 202,
    answers: Message,
    handle: ({ office, person, params, body }) => sendMessage(office, person, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/recall',
    summary: 'Call a message back to the desk',
    params: ById,
    status: 200,
    answers: Message,
    handle: ({ office, person, params }) => recallMessage(office, person, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/decide',
    summary: 'Say whether a message that may have gone has gone',
    params: ById,
    body: DecideMessage,
    status: 200,
    answers: Message,
    handle: ({ office, person, params, body }) => decideMessage(office, person, params.id, body.decision),
  }),
];
