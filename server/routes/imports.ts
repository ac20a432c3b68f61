import { FoundFiles, KeepFound, KeptFound } from '../../contract/imports.ts';
import { endpoint } from '../http/endpoint.ts';
import { receivedFiles } from '../http/receiveFiles.ts';
import { keepFound, readFiles } from '../usecases/bringIn.ts';

export const importRoutes = [
  endpoint({
    method: 'post',
    path: '/wording-imports/read',
    summary: 'Read old wording from files, with the codes and gaps in it; nothing is kept',
    status: 200,
    answers: FoundFiles,
    uploads: true,
    handle: ({ office, request }) => readFiles(office, receivedFiles(request)),
  }),
  endpoint({
    method: 'post',
    path: '/wording-imports',
    summary: 'Keep what was read as templates, with fields and blanks in the places of codes',
    body: KeepFound,
    status: 201,
    answers: KeptFound,
    handle: ({ office, person, body }) => keepFound(office, person, body),
  }),
];
