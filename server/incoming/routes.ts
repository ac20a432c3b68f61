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
  TakenIn,
} from '../../contract/inTray.ts';
import { endpoint } from '../http/endpoint.ts';
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
import { takeInFiles } from './importMailFiles.ts';

export const inTrayRoutes = [
  endpoint({
    method: 'get',
    path: '/in-tray',
    summary: 'What came in and waits for a person, with where each may belong and why',
    query: InTrayQuery,
    status: 200,
    answers: InTray,
    handle: ({ office, person, query }) => readInTray(office, person, query),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/files',
    summary: 'Take in messages dropped as .eml or mbox',
    uploads: true,
    status: 200,
    answers: TakenIn,
    handle: ({ office, person, request }) => takeInFiles(office, person, receivedFiles(request)),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/mail-files',
    summary: 'File messages dropped on a matter as .eml or mbox',
    params: ById,
    uploads: true,
    status: 200,
    answers: TakenIn,
    handle: ({ office, person, params, request }) =>
      takeInFiles(office, person, receivedFiles(request), params.id),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/:id/party',
    summary: 'Put whoever wrote a message on a matter, and into the directory where they are not in it',
    params: ById,
    body: MakeParty,
    status: 200,
    answers: MadeParty,
    handle: ({ office, person, params, body }) => makeParty(office, person, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/file',
    summary: 'File several messages, each on a matter',
    body: FileMany,
    status: 200,
    answers: Filed,
    handle: ({ office, person, body }) => fileMany(office, person, body),
  }),
  endpoint({
    method: 'get',
    path: '/in-tray/:id',
    summary: 'A message that came in, with who it is from and what was said before',
    params: ById,
    status: 200,
    answers: IncomingDetail,
    handle: ({ office, person, params }) => readIncoming(office, person, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/in-tray/:id/attachments/:index',
    summary: 'A file that came with a message',
    params: Type.Object({ id: Id, index: Type.String({ pattern: '^\\d{1,3}$' }) }),
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ office, person, params, response }) => {
      const { file, bytes } = await incomingFile(office, person, params.id, Number(params.index));
      sendFile(response, bytes, file.mediaType, file.name);
      return undefined;
    },
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/:id/file',
    summary: 'File a message on one matter or several',
    params: ById,
    body: FileIncoming,
    status: 200,
    answers: Filed,
    handle: ({ office, person, params, body }) => fileOn(office, person, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/:id/aside',
    summary: 'Put a message aside that belongs to no matter',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ office, person, params }) => putAside(office, person, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/in-tray/:id/back',
    summary: 'Put a message back into the in-tray',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ office, person, params }) => putBack(office, person, params.id),
  }),
];
