import { Type } from 'typebox';
import { ById, Id, Nothing, PageQuery } from '../../contract/common.ts';
import { EntryPage } from '../../contract/correspondence.ts';
import { MatterDetail, MatterPage, MatterQuery, Shelf, ShelfPreview } from '../../contract/matters.ts';
import { Message, StartMessage } from '../../contract/messages.ts';
import { endpoint } from '../http/endpoint.ts';
import { sendFile } from '../http/sendFile.ts';
import { listCorrespondence } from '../correspondence/listCorrespondence.ts';
import { documentBytes } from './documentBytes.ts';
import { findMatters } from './findMatters.ts';
import { openMatter } from './openMatter.ts';
import { restrictDocument } from './restrictDocument.ts';
import { previewTemplate } from '../messages/previewTemplate.ts';
import { readShelf } from '../messages/readShelf.ts';
import { startMessage } from '../messages/startMessage.ts';

export const matterRoutes = [
  endpoint({
    method: 'get',
    path: '/matters',
    summary: 'Matters by words of their reference, title and parties',
    query: MatterQuery,
    status: 200,
    answers: MatterPage,
    handle: ({ office, person, query }) => findMatters(office, person, query),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id',
    summary: 'A matter with all that its page shows',
    params: ById,
    status: 200,
    answers: MatterDetail,
    handle: ({ office, person, params }) => openMatter(office, person, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/correspondence',
    summary: 'A matter’s correspondence, newest first',
    params: ById,
    query: PageQuery,
    status: 200,
    answers: EntryPage,
    handle: ({ office, person, params, query }) => listCorrespondence(office, person, params.id, query),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/documents/:documentId/content',
    summary: 'A document’s bytes',
    params: Type.Object({ id: Id, documentId: Id }),
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ office, person, params, response }) => {
      const { document, bytes } = await documentBytes(office, person, params.id, params.documentId);
      sendFile(response, bytes, document.mediaType, document.fileName);
      return undefined;
    },
  }),
  endpoint({
    method: 'patch',
    path: '/matters/:id/documents/:documentId',
    summary: 'Mark a document as for the practice alone, or no longer',
    params: Type.Object({ id: Id, documentId: Id }),
    body: Type.Object({ restricted: Type.Boolean() }, { additionalProperties: false }),
    status: 200,
    answers: Nothing,
    handle: ({ office, person, params, body }) =>
      restrictDocument(office, person, params.id, params.documentId, body.restricted),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/shelf',
    summary: 'What can be started on a matter, best first',
    params: ById,
    status: 200,
    answers: Shelf,
    handle: ({ office, person, params }) => readShelf(office, person, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/shelf/:templateId',
    summary: 'A template filled in for a matter, before it is chosen',
    params: Type.Object({ id: Id, templateId: Id }),
    status: 200,
    answers: ShelfPreview,
    handle: ({ office, person, params }) => previewTemplate(office, person, params.id, params.templateId),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/messages',
    summary: 'Start a message on a matter',
    params: ById,
    body: StartMessage,
    status: 201,
    answers: Message,
    handle: ({ office, person, params, body }) => startMessage(office, person, params.id, body),
  }),
];
