import { Type } from 'typebox';
import { ById, Id, Nothing } from '../../../contract/common.ts';
import {
  AddDocuments,
  AddedDocuments,
  BundleQuery,
  ChangeDocument,
  DocumentComparison,
  DocumentItem,
  DocumentPage,
  DocumentPreview,
  DocumentQuery,
} from '../../../contract/documents.ts';
import { endpointsFor } from '../../access/endpoint.ts';
import { receivedFiles } from '../../http/receiveFiles.ts';
import { sendFile } from '../../http/sendFile.ts';
import type { Services } from '../../platform/services.ts';
import { addDocuments } from './addDocuments.ts';
import { bundleDocuments } from './bundleDocuments.ts';
import { changeDocument, deleteDocument } from './changeDocument.ts';
import { compareDocument } from './compareDocument.ts';
import { documentBytes } from './documentBytes.ts';
import { readDocuments } from './documentView.ts';
import { previewDocument } from './previewDocument.ts';

const { endpoint } = endpointsFor<Services>();
const OneOf = Type.Object({ id: Id, documentId: Id });

export const documentRoutes = [
  endpoint({
    method: 'get',
    path: '/matters/:id/documents',
    right: 'read',
    summary:
      'A matter’s documents, newest first, by their names and the words inside; or what lies in its bin',
    params: ById,
    query: DocumentQuery,
    status: 200,
    answers: DocumentPage,
    handle: ({ scope, params, query }) => readDocuments(scope, params.id, query),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/documents',
    right: 'work',
    summary: 'Put files on a matter; one called like another of its category is its next version',
    params: ById,
    body: AddDocuments,
    uploads: 'large',
    status: 201,
    answers: AddedDocuments,
    handle: ({ services, scope, params, body, request }) =>
      addDocuments(services, scope, params.id, receivedFiles(request), body),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/documents/:documentId/content',
    right: 'read',
    summary: 'A document’s bytes',
    params: OneOf,
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ services, scope, params, response }) => {
      const { document, bytes } = await documentBytes(services, scope, params.id, params.documentId);
      sendFile(response, bytes, document.mediaType, document.fileName);
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/documents/:documentId/preview',
    right: 'read',
    summary: 'What is seen of a document in its place',
    params: OneOf,
    status: 200,
    answers: DocumentPreview,
    handle: ({ services, scope, params }) => previewDocument(services, scope, params.id, params.documentId),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/documents/:documentId/comparison',
    right: 'read',
    summary: 'How a document’s words differ from those of the version before it',
    params: OneOf,
    status: 200,
    answers: DocumentComparison,
    handle: ({ scope, params }) => compareDocument(scope, params.id, params.documentId),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/documents-bundle',
    right: 'read',
    summary: 'Chosen documents as a ZIP, or their pages as one PDF',
    params: ById,
    query: BundleQuery,
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ services, scope, params, query, response }) => {
      const { bytes, mediaType, fileName } = await bundleDocuments(services, scope, params.id, query);
      sendFile(response, bytes, mediaType, fileName);
      return undefined;
    },
  }),
  endpoint({
    method: 'patch',
    path: '/matters/:id/documents/:documentId',
    right: 'work',
    summary: 'Rename, describe, move or restrict a document, or take it out of the bin',
    params: OneOf,
    body: ChangeDocument,
    status: 200,
    answers: DocumentItem,
    handle: ({ services, scope, params, body }) =>
      changeDocument(services, scope, params.id, params.documentId, body),
  }),
  endpoint({
    method: 'delete',
    path: '/matters/:id/documents/:documentId',
    right: 'work',
    summary: 'Put a document into the bin',
    params: OneOf,
    status: 200,
    answers: Nothing,
    handle: async ({ services, scope, params }) => {
      await deleteDocument(services, scope, params.id, params.documentId);
      return {};
    },
  }),
];
