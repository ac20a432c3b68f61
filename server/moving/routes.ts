import { ById } from '../../contract/common.ts';
import {
  ChangeImport,
  FaultyLines,
  ImportList,
  ImportUndone,
  ImportView,
  NewImport,
} from '../../contract/moving.ts';
import { endpointsFor } from '../access/endpoint.ts';
import { receivedFile } from '../http/receiveFiles.ts';
import type { Services } from '../platform/services.ts';
import { faultyLines, readImport, readImports } from './readImport.ts';
import { runImport, undoImport } from './runImport.ts';
import { changeImport, startImport } from './tryImport.ts';

const { endpoint } = endpointsFor<Services>();

export const movingRoutes = [
  endpoint({
    method: 'get',
    path: '/imports',
    right: 'work',
    summary: 'The latest imports, with what each came to',
    status: 200,
    answers: ImportList,
    handle: ({ scope }) => readImports(scope),
  }),
  endpoint({
    method: 'post',
    path: '/imports',
    right: 'work',
    summary:
      'Take a list or vCards, a ZIP of documents or old correspondence in and try it: nothing is made until it is run',
    body: NewImport,
    uploads: 'large',
    status: 202,
    answers: ById,
    handle: ({ services, scope, body, request }) => startImport(services, scope, receivedFile(request), body),
  }),
  endpoint({
    method: 'get',
    path: '/imports/:id',
    right: 'work',
    summary: 'An import: its columns, what it would come to, how far it is, and what is wrong',
    params: ById,
    status: 200,
    answers: ImportView,
    handle: ({ scope, params }) => readImport(scope, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/imports/:id',
    right: 'work',
    summary: 'Say what the columns are and what becomes of what is there already; it is tried again',
    params: ById,
    body: ChangeImport,
    status: 200,
    answers: ImportView,
    handle: async ({ services, scope, params, body }) => {
      await changeImport(services, scope, params.id, body);
      return readImport(scope, params.id);
    },
  }),
  endpoint({
    method: 'get',
    path: '/imports/:id/faults',
    right: 'work',
    summary: 'All lines that have faults, as they stand in the file, each with what is wrong',
    params: ById,
    status: 200,
    answers: FaultyLines,
    handle: ({ services, scope, params }) => faultyLines(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/imports/:id/run',
    right: 'work',
    summary: 'Import what was tried, or go on with what stopped, in the background',
    params: ById,
    status: 202,
    answers: ById,
    handle: ({ services, scope, params }) => runImport(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/imports/:id/undo',
    right: 'work',
    summary: 'Take an import back as one; what was used or changed since stays',
    params: ById,
    status: 200,
    answers: ImportUndone,
    handle: ({ services, scope, params }) => undoImport(services, scope, params.id),
  }),
];
