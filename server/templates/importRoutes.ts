import { Type } from 'typebox';
import { ById, Id } from '../../contract/common.ts';
import { FoundFiles, KeepFound, KeptFound, PackReport } from '../../contract/imports.ts';
import { PackChoice, TemplatePack } from '../../contract/packs.ts';
import { endpoint } from '../http/endpoint.ts';
import { receivedFiles } from '../http/receiveFiles.ts';
import { sendFile } from '../http/sendFile.ts';
import { keepFound } from './saveImported.ts';
import { readFiles } from './readFiles.ts';
import { makePack } from './makePack.ts';
import { takePack } from './importPack.ts';
import { takeStarterPack } from './importStarterPack.ts';
import { templateFile } from '../messages/templateFile.ts';

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
  endpoint({
    method: 'post',
    path: '/template-packs/make',
    summary: 'Templates as one file with all that they link',
    body: PackChoice,
    status: 200,
    answers: TemplatePack,
    handle: ({ office, person, body }) => makePack(office, person, body.ids),
  }),
  endpoint({
    method: 'post',
    path: '/template-packs',
    summary: 'Take a pack of templates in',
    body: TemplatePack,
    status: 201,
    answers: PackReport,
    handle: ({ office, person, body }) => takePack(office, person, body),
  }),
  endpoint({
    method: 'post',
    path: '/template-packs/starter',
    summary: 'Take the starter set in',
    status: 201,
    answers: PackReport,
    handle: ({ office, person }) => takeStarterPack(office, person),
  }),
  endpoint({
    method: 'get',
    path: '/templates/:id/file',
    summary: 'One template filled in from a matter, as .eml or .html',
    params: ById,
    query: Type.Object({ matterId: Id, format: Type.Enum(['eml', 'html']) }),
    status: 200,
    answers: 'message/rfc822, text/html',
    handle: async ({ office, person, params, query, response }) => {
      const format = query.format === 'html' ? 'html' : 'eml';
      const file = await templateFile(office, person, params.id, query.matterId, format);
      sendFile(response, file.bytes, file.mediaType, file.name);
      return undefined;
    },
  }),
];
