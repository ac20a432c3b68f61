import { Type } from 'typebox';
import { ById, Id, Nothing } from '../../contract/common.ts';
import { MatterDetail, MatterPage, MatterQuery } from '../../contract/matters.ts';
import { sendFile } from '../http/sendFile.ts';
import { documentBytes } from './documentBytes.ts';
import { findMatters } from './findMatters.ts';
import { openMatter } from './openMatter.ts';
import { restrictDocument } from './restrictDocument.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { MatterServices } from './services.ts';

const { endpoint } = endpointsFor<MatterServices>();

export const matterRoutes = [
  endpoint({
    method: 'get',
    path: '/matters',
    right: 'read',
    summary: 'Matters by words of their reference, title and parties',
    query: MatterQuery,
    status: 200,
    answers: MatterPage,
    handle: ({ scope, query }) => findMatters(scope, query),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id',
    right: 'read',
    summary: 'A matter with all that its page shows',
    params: ById,
    status: 200,
    answers: MatterDetail,
    handle: ({ services, scope, params }) => openMatter(services, scope, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/documents/:documentId/content',
    right: 'read',
    summary: 'A document’s bytes',
    params: Type.Object({ id: Id, documentId: Id }),
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ services, scope, params, response }) => {
      const { document, bytes } = await documentBytes(services, scope, params.id, params.documentId);
      sendFile(response, bytes, document.mediaType, document.fileName);
      return undefined;
    },
  }),
  endpoint({
    method: 'patch',
    path: '/matters/:id/documents/:documentId',
    right: 'restrict',
    summary: 'Mark a document as for the practice alone, or no longer',
    params: Type.Object({ id: Id, documentId: Id }),
    body: Type.Object({ restricted: Type.Boolean() }, { additionalProperties: false }),
    status: 200,
    answers: Nothing,
    handle: ({ services, scope, params, body }) =>
      restrictDocument(services, scope, params.id, params.documentId, body.restricted),
  }),
];
