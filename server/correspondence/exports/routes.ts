import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { ById, Nothing } from '../../../contract/common.ts';
import { ExportJob, NewExport } from '../../../contract/exports.ts';
import { fileHeaders } from '../../http/sendFile.ts';
import { cancelExport } from './cancelExport.ts';
import { exportedFile } from './exportedFile.ts';
import { readExport } from './readExport.ts';
import { startExport } from './startExport.ts';
import { endpointsFor } from '../../access/endpoint.ts';
import type { ExportServices } from './exportJobs.ts';

const { endpoint } = endpointsFor<ExportServices>();

export const exportRoutes = [
  endpoint({
    method: 'post',
    path: '/exports',
    right: 'export',
    summary: 'Begin to take out entries, or the whole practice',
    body: NewExport,
    status: 202,
    answers: ExportJob,
    handle: ({ services, scope, body }) => startExport(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/exports/:id',
    right: 'export',
    summary: 'How far it is',
    params: ById,
    status: 200,
    answers: ExportJob,
    handle: ({ services, scope, params }) => Promise.resolve(readExport(services, scope, params.id)),
  }),
  endpoint({
    method: 'delete',
    path: '/exports/:id',
    right: 'export',
    summary: 'Call it off',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ services, scope, params }) => Promise.resolve(cancelExport(services, scope, params.id)),
  }),
  endpoint({
    method: 'get',
    path: '/exports/:id/file',
    right: 'export',
    summary: 'What was taken out',
    params: ById,
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ services, scope, params, response }) => {
      const { path, fileName, mediaType } = await exportedFile(services, scope, params.id);
      fileHeaders(response, mediaType, fileName);
      await pipeline(createReadStream(path), response);
      return undefined;
    },
  }),
];
