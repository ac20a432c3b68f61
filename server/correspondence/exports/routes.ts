import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { ById, Nothing } from '../../../contract/common.ts';
import { ExportJob, NewExport, VerificationJob } from '../../../contract/exports.ts';
import { endpoint } from '../../http/endpoint.ts';
import { fileHeaders } from '../../http/sendFile.ts';
import { callOffExport } from './cancelExport.ts';
import { exportedFile } from './exportedFile.ts';
import { readExport } from './readExport.ts';
import { readVerification } from '../../practice/readVerification.ts';
import { startExport } from './startExport.ts';
import { startVerification } from '../../practice/startVerification.ts';

export const exportRoutes = [
  endpoint({
    method: 'post',
    path: '/exports',
    summary: 'Begin to take out entries, or the whole practice',
    body: NewExport,
    reading: true,
    status: 202,
    answers: ExportJob,
    handle: ({ office, person, body }) => startExport(office, person, body),
  }),
  endpoint({
    method: 'get',
    path: '/exports/:id',
    summary: 'How far it is',
    params: ById,
    status: 200,
    answers: ExportJob,
    handle: ({ office, person, params }) => Promise.resolve(readExport(office, person, params.id)),
  }),
  endpoint({
    method: 'delete',
    path: '/exports/:id',
    summary: 'Call it off',
    params: ById,
    reading: true,
    status: 200,
    answers: Nothing,
    handle: ({ office, person, params }) => Promise.resolve(callOffExport(office, person, params.id)),
  }),
  endpoint({
    method: 'get',
    path: '/exports/:id/file',
    summary: 'What was taken out',
    params: ById,
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ office, person, params, response }) => {
      const { path, fileName, mediaType } = exportedFile(office, person, params.id);
      fileHeaders(response, mediaType, fileName);
      await pipeline(createReadStream(path), response);
      return undefined;
    },
  }),
  endpoint({
    method: 'post',
    path: '/verifications',
    summary: 'Begin to check the seals, the stored files and the index',
    reading: true,
    status: 202,
    answers: VerificationJob,
    handle: ({ office, person }) => Promise.resolve(startVerification(office, person)),
  }),
  endpoint({
    method: 'get',
    path: '/verifications/:id',
    summary: 'How far the check is, and what it found',
    params: ById,
    status: 200,
    answers: VerificationJob,
    handle: ({ office, person, params }) => Promise.resolve(readVerification(office, person, params.id)),
  }),
];
