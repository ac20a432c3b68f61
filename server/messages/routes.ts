import { PutInTemplate, TemplatePutIn } from '../../contract/putIn.ts';
import { GENERAL_FILE } from '../../core/model/generalFile.ts';
import { ById, Id } from '../../contract/common.ts';
import {
  ChangeMessage,
  CheckedMessage,
  EncloseFiles,
  EncloseOrder,
  Message,
  PassagesHere,
  PreviewQuery,
  StartMessage,
} from '../../contract/messages.ts';
import { Type } from 'typebox';
import { receivedFiles } from '../http/receiveFiles.ts';
import { sendFile } from '../http/sendFile.ts';
import { changeMessage } from './changeMessage.ts';
import { encloseFiles } from './enclosures/encloseFiles.ts';
import { encloseMade } from './enclosures/encloseMade.ts';
import { enclosureBytes } from './enclosures/enclosureBytes.ts';
import { viewable } from '../platform/files/viewable.ts';
import { checkMessage } from './checkMessage.ts';
import { discardMessage } from './discardMessage.ts';
import { putInTemplate } from './putInTemplate.ts';
import { readMessage } from './readMessage.ts';
import { restoreMessage } from './restoreMessage.ts';
import { passagesHere } from './passagesHere.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { Services } from '../platform/services.ts';
import { Shelf, ShelfPreview } from '../../contract/matters.ts';
import { previewTemplate } from './previewTemplate.ts';
import { readShelf } from './readShelf.ts';
import { startMessage } from './startMessage.ts';

const { endpoint } = endpointsFor<Services>();

export const messageRoutes = [
  endpoint({
    method: 'get',
    path: '/matters/:id/shelf',
    right: 'read',
    summary: 'What can be started on a matter, best first',
    params: ById,
    status: 200,
    answers: Shelf,
    handle: ({ services, scope, params }) => readShelf(services, scope, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/shelf/:templateId',
    right: 'read',
    summary: 'A template filled in for a matter, before it is chosen',
    params: Type.Object({ id: Id, templateId: Id }),
    query: PreviewQuery,
    status: 200,
    answers: ShelfPreview,
    handle: ({ services, scope, params, query }) =>
      previewTemplate(services, scope, params.id, { ...query, templateId: params.templateId }),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/messages',
    right: 'work',
    summary: 'Start a message on a matter',
    params: ById,
    body: StartMessage,
    status: 201,
    answers: Message,
    handle: ({ services, scope, params, body }) => startMessage(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/messages',
    right: 'work',
    summary:
      'Start a message without a matter: to contacts, or of the practice alone; it is filed on the general file',
    body: StartMessage,
    status: 201,
    answers: Message,
    handle: ({ services, scope, body }) => startMessage(services, scope, GENERAL_FILE, body),
  }),
  endpoint({
    method: 'get',
    path: '/messages/:id',
    right: 'read',
    summary: 'A message as it stands',
    params: ById,
    status: 200,
    answers: Message,
    handle: ({ services, scope, params }) => readMessage(services, scope, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/messages/:id',
    right: 'work',
    summary: 'Change a draft',
    params: ById,
    body: ChangeMessage,
    status: 200,
    answers: Message,
    handle: ({ services, scope, params, body }) => changeMessage(services, scope, params.id, body),
  }),
  endpoint({
    method: 'delete',
    path: '/messages/:id',
    right: 'work',
    summary: 'Discard a draft; it can be restored',
    params: ById,
    status: 204,
    answers: 'application/json',
    handle: async ({ services, scope, params, response }) => {
      await discardMessage(services, scope, params.id);
      response.status(204).end();
      return undefined;
    },
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/restore',
    right: 'work',
    summary: 'Bring a discarded draft back',
    params: ById,
    status: 200,
    answers: Message,
    handle: ({ services, scope, params }) => restoreMessage(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/files',
    right: 'work',
    summary: 'Enclose files from outside; with a category they are kept on the matter too',
    params: ById,
    query: EncloseFiles,
    uploads: 'usual',
    status: 201,
    answers: Message,
    handle: ({ services, scope, params, query, request }) =>
      encloseFiles(services, scope, params.id, receivedFiles(request), query.category),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/enclosures',
    right: 'work',
    summary:
      'Enclose what is made or fetched: an earlier attachment, a letter, a PDF of something, several as one',
    params: ById,
    body: EncloseOrder,
    status: 201,
    answers: Message,
    handle: ({ services, scope, params, body }) => encloseMade(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/templates',
    right: 'work',
    summary: 'Put another template’s wording into a draft, with what it asks and encloses',
    params: ById,
    body: PutInTemplate,
    status: 200,
    answers: TemplatePutIn,
    handle: ({ services, scope, params, body }) => putInTemplate(services, scope, params.id, body),
  }),
  endpoint({
    method: 'get',
    path: '/messages/:id/passages',
    right: 'read',
    summary: 'Passages as they would read on a message’s matter',
    params: ById,
    status: 200,
    answers: PassagesHere,
    handle: ({ services, scope, params }) => passagesHere(services, scope, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/messages/:id/enclosures/:documentId/content',
    right: 'read',
    summary: 'An enclosure as it would be looked at',
    params: Type.Object({ id: Id, documentId: Id }),
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ services, scope, params, response }) => {
      const file = await enclosureBytes(services, scope, params.id, params.documentId);
      const { bytes, mediaType, fileName } = await viewable(services, file);
      sendFile(response, bytes, mediaType, fileName);
      return undefined;
    },
  }),
  endpoint({
    method: 'post',
    path: '/messages/:id/check',
    right: 'read',
    summary: 'What the checks say of a message',
    params: ById,
    status: 200,
    answers: CheckedMessage,
    handle: ({ services, scope, params }) => checkMessage(services, scope, params.id),
  }),
];
