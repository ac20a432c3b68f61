import { FoundFiles, KeepFound, KeptFound, PackReport } from '../../contract/imports.ts';
import { PackChoice, TemplatePack } from '../../contract/packs.ts';
import { receivedFiles } from '../http/receiveFiles.ts';
import { Starters } from '../../contract/templates.ts';
import { readStarters } from './readStarters.ts';
import { saveImported } from './saveImported.ts';
import { readFiles } from './readFiles.ts';
import { makePack } from './makePack.ts';
import { importPack } from './importPack.ts';
import { importStarterPack } from './importStarterPack.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { Services } from '../platform/services.ts';

const { endpoint } = endpointsFor<Services>();

export const importRoutes = [
  endpoint({
    method: 'post',
    path: '/wording-imports/read',
    right: 'wording',
    summary: 'Read old wording from files, with the codes and gaps in it; nothing is saved',
    status: 200,
    answers: FoundFiles,
    uploads: 'usual',
    handle: ({ scope, request }) => readFiles(scope, receivedFiles(request)),
  }),
  endpoint({
    method: 'post',
    path: '/wording-imports',
    right: 'wording',
    summary: 'Keep what was read as templates, with fields and blanks in the places of codes',
    body: KeepFound,
    status: 201,
    answers: KeptFound,
    handle: ({ services, scope, body }) => saveImported(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/template-starters',
    right: 'wording',
    summary: 'Wording that a new template can begin from',
    status: 200,
    answers: Starters,
    handle: ({ scope }) => readStarters(scope),
  }),
  endpoint({
    method: 'post',
    path: '/template-packs/make',
    right: 'export',
    summary: 'Templates as one file with all that they link',
    body: PackChoice,
    status: 200,
    answers: TemplatePack,
    handle: ({ services, scope, body }) => makePack(services, scope, body.ids),
  }),
  endpoint({
    method: 'post',
    path: '/template-packs',
    right: 'wording',
    summary: 'Take a pack of templates in',
    body: TemplatePack,
    status: 201,
    answers: PackReport,
    handle: ({ services, scope, body }) => importPack(services, scope, body),
  }),
  endpoint({
    method: 'post',
    path: '/template-packs/starter',
    right: 'wording',
    summary: 'Take the starter set in',
    status: 201,
    answers: PackReport,
    handle: ({ services, scope }) => importStarterPack(services, scope),
  }),
];
