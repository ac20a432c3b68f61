import { Type } from 'typebox';
import { ById, Id, Nothing } from '../../contract/common.ts';
import {
  FileIncoming,
  FileMany,
  Filed,
  InTray,
  InTrayQuery,
  IncomingDetail,
  MadeParty,
  MakeParty,
  NewMatterForMail,
  TakenIn,
} from '../../contract/inTray.ts';
import { receivedFiles } from '../http/receiveFiles.ts';
import { sendFile } from '../http/sendFile.ts';
import { fileMany } from './fileMany.ts';
import { fileOn } from './fileOn.ts';
import { incomingFile } from './incomingFile.ts';
import { putAside } from './putAside.ts';
import { putBack } from './putBack.ts';
import { readInTray } from './readInTray.ts';
import { readIncoming } from './readIncoming.ts';
import { makeParty } from './makeParty.ts';
import { matterForMail } from './matterForMail.ts';
import { takeInFiles } from './importMailFiles.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { Services } from '../platform/services.ts';

const { endpoint } = endpointsFor<Services>();

export const inTrayRoutes = [
  endpoint({
    method: 'get',
    path: '/in-tray',
    right: 'read',
    summary: 'What came in and waits for a person, with where each may belong and why',
    query: InTrayQuery,
    status: 200,
    answers: InTray,
    handle: ({ scope, query }) => readInTray(scope, query),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/files',
    right: 'work',
    summary: 'Take in messages dropped as .eml or mbox',
    uploads: 'usual',
    status: 200,
    answers: TakenIn,
    handle: ({ services, scope, request }) => takeInFiles(services, scope, receivedFiles(request)),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/mail-files',
    right: 'work',
    summary: 'File messages dropped on a matter as .eml or mbox',
    params: ById,
    uploads: 'usual',
    status: 200,
    answers: TakenIn,
    handle: ({ services, scope, params, request }) =>
      takeInFiles(services, scope, receivedFiles(request), params.id),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/:id/party',
    right: 'work',
    summary: 'Put whoever wrote a message on a matter, and into the directory where they are not in it',
    params: ById,
    body: MakeParty,
    status: 200,
    answers: MadeParty,
    handle: ({ services, scope, params, body }) => makeParty(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/file',
    right: 'work',
    summary: 'File several messages, each on a matter',
    body: FileMany,
    status: 200,
    answers: Filed,
    handle: ({ services, scope, body }) => fileMany(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/in-tray/:id',
    right: 'read',
    summary: 'A message that came in, with who it is from and what was said before',
    params: ById,
    status: 200,
    answers: IncomingDetail,
    handle: ({ services, scope, params }) => readIncoming(services, scope, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/in-tray/:id/attachments/:index',
    right: 'read',
    summary: 'A file that came with a message',
    params: Type.Object({ id: Id, index: Type.String({ pattern: '^\\d{1,3}$' }) }),
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ services, scope, params, response }) => {
      const { file, bytes } = await incomingFile(services, scope, params.id, Number(params.index));
      sendFile(response, bytes, file.mediaType, file.name);
      return undefined;
    },
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/:id/file',
    right: 'work',
    summary: 'File a message on one matter or several',
    params: ById,
    body: FileIncoming,
    status: 200,
    answers: Filed,
    handle: ({ services, scope, params, body }) => fileOn(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/:id/matter',
    right: 'work',
    summary: 'Open a matter for a message, with its writer as a party, and file the message there',
    params: ById,
    body: NewMatterForMail,
    status: 201,
    answers: Filed,
    handle: ({ services, scope, params, body }) => matterForMail(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/:id/aside',
    right: 'work',
    summary: 'Put a message aside that belongs to no matter',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ services, scope, params }) => putAside(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/:id/back',
    right: 'work',
    summary: 'Put a message back into the in-tray',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ services, scope, params }) => putBack(services, scope, params.id),
  }),
];
