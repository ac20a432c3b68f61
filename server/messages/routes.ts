import { ById, Id, PageQuery } from '../../contract/common.ts';
import {
  ChangeMessage,
  CheckedMessage,
  DecideMessage,
  EncloseFiles,
  EncloseOrder,
  Message,
  MessagePage,
  PassagesHere,
  SendMessage,
} from '../../contract/messages.ts';
import { Type } from 'typebox';
import { endpoint } from '../http/endpoint.ts';
import { receivedFiles } from '../http/receiveFiles.ts';
import { sendFile } from '../http/sendFile.ts';
import { changeMessage } from './changeMessage.ts';
import { encloseFiles } from './enclosures/encloseFiles.ts';
import { encloseMade } from './enclosures/encloseMade.ts';
import { enclosureBytes } from './enclosures/enclosureBytes.ts';
import { viewable } from '../platform/files/viewable.ts';
import { checkMessage } from './checkMessage.ts';
import { discardMessage } from './discardMessage.ts';
import { readMessage } from './readMessage.ts';
import { readOutTray } from '../sending/readOutTray.ts';
import { restoreMessage } from './restoreMessage.ts';
import { deskMessage } from './layOut.ts';
import { setWrittenLetter } from './letters.ts';
import { passagesHere } from './passagesHere.ts';
import { decideMessage } from '../sending/decideMessage.ts';
import { recallMessage } from '../sending/recallMessage.ts';
import { sendMessage } from '../sending/sendMessage.ts';

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
    path: '/messages/:id/files',
    summary: 'Enclose files from outside; with a category they are kept on the matter too',
    params: ById,
    query: EncloseFiles,
    uploads: true,
    status: 201,
    answers: Message,
    handle: ({ office, person, params, query, request }) =>
      encloseFiles(office, person, params.id, receivedFiles(request), query.category),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/enclosures',
    summary:
      'Enclose what is made or fetched: an earlier attachment, a letter, a PDF of something, several as one',
    params: ById,
    body: EncloseOrder,
    status: 201,
    answers: Message,
    handle: ({ office, person, params, body }) => encloseMade(office, person, params.id, body),
  }),
  endpoint({
    method: 'get',
    path: '/messages/:id/page',
    summary: 'A letter as it would be printed',
    params: ById,
    status: 200,
    answers: 'application/pdf',
    handle: async ({ office, person, params, response }) => {
      const { message, reader } = await deskMessage(office, person, params.id);
      sendFile(response, await setWrittenLetter(office, message, reader), 'application/pdf', 'letter.pdf');
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/messages/:id/passages',
    summary: 'Passages as they would read on a message’s matter',
    params: ById,
    status: 200,
    answers: PassagesHere,
    handle: ({ office, person, params }) => passagesHere(office, person, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/messages/:id/enclosures/:documentId/content',
    summary: 'An enclosure as it would be looked at',
    params: Type.Object({ id: Id, documentId: Id }),
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ office, person, params, response }) => {
      const file = await enclosureBytes(office, person, params.id, params.documentId);
      const { bytes, mediaType, fileName } = await viewable(office, file);
      sendFile(response, bytes, mediaType, fileName);
      return undefined;
    },
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
