import { Type } from 'typebox';
import { ById, Id } from '../../contract/common.ts';
import {
  ChangePassage,
  ChooseSignature,
  NewPassage,
  PassageDetail,
  PassageList,
  PictureView,
  Signatures,
} from '../../contract/passages.ts';
import { TemplateFile } from '../../contract/templates.ts';
import { receivedFile } from '../http/receiveFiles.ts';
import { sendFile } from '../http/sendFile.ts';
import { changePassage } from './changePassage.ts';
import { createPassage } from './createPassage.ts';
import { readPassage } from './readPassage.ts';
import { readPassageList } from './readPassageList.ts';
import { readSignatures } from './readSignatures.ts';
import { restorePassageVersion } from './restorePassageVersion.ts';
import { retirePassage } from './retirePassage.ts';
import { setSignature } from './setSignature.ts';
import { savePicture } from './savePicture.ts';
import { saveTemplateFile } from './saveTemplateFile.ts';
import { readPicture } from './readPicture.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { Services } from '../platform/services.ts';

const { endpoint } = endpointsFor<Services>();

export const passageRoutes = [
  endpoint({
    method: 'get',
    path: '/passages',
    right: 'read',
    summary: 'Every passage in today’s wording',
    status: 200,
    answers: PassageList,
    handle: ({ scope }) => readPassageList(scope),
  }),
  endpoint({
    method: 'post',
    path: '/passages',
    right: 'wording',
    summary: 'Keep a new passage',
    body: NewPassage,
    status: 201,
    answers: PassageDetail,
    handle: ({ services, scope, body }) => createPassage(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/passages/:id',
    right: 'read',
    summary: 'A passage with where it is used',
    params: ById,
    status: 200,
    answers: PassageDetail,
    handle: ({ scope, params }) => readPassage(scope, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/passages/:id',
    right: 'wording',
    summary: 'Change a passage everywhere',
    params: ById,
    body: ChangePassage,
    status: 200,
    answers: PassageDetail,
    handle: ({ services, scope, params, body }) => changePassage(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/passages/:id/versions/:versionId/restore',
    right: 'wording',
    summary: 'Go back to an earlier wording, as a new version',
    params: Type.Object({ id: Id, versionId: Id }),
    status: 200,
    answers: PassageDetail,
    handle: ({ services, scope, params }) =>
      restorePassageVersion(services, scope, params.id, params.versionId),
  }),
  endpoint({
    method: 'delete',
    path: '/passages/:id',
    right: 'wording',
    summary: 'Retire a passage that nothing says any more',
    params: ById,
    status: 204,
    answers: 'application/json',
    handle: async ({ services, scope, params, response }) => {
      await retirePassage(services, scope, params.id);
      response.status(204).end();
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/signatures',
    right: 'read',
    summary: 'Whose default signature is which passage',
    status: 200,
    answers: Signatures,
    handle: ({ scope }) => readSignatures(scope),
  }),
  endpoint({
    method: 'patch',
    path: '/signatures/:id',
    right: 'wording',
    summary: 'Choose somebody’s default signature',
    params: ById,
    body: ChooseSignature,
    status: 200,
    answers: Signatures,
    handle: ({ services, scope, params, body }) => setSignature(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/pictures',
    right: 'wording',
    summary: 'Keep a picture for use in wording',
    status: 201,
    answers: PictureView,
    uploads: 'usual',
    handle: async ({ scope, services, request }) =>
      savePicture(services, scope, await receivedFile(request).read()),
  }),
  endpoint({
    method: 'post',
    path: '/template-files',
    right: 'wording',
    summary: 'Keep a file that templates enclose, the same each time',
    status: 201,
    answers: TemplateFile,
    uploads: 'usual',
    handle: async ({ scope, services, request }) => saveTemplateFile(services, scope, receivedFile(request)),
  }),
  endpoint({
    method: 'get',
    path: '/pictures/:id',
    right: 'read',
    summary: 'A picture’s bytes',
    params: Type.Object({ id: Type.String({ pattern: '^[0-9a-f]{64}$' }) }),
    status: 200,
    answers: 'image/*',
    handle: async ({ scope, services, params, response }) => {
      const { mediaType, bytes } = await readPicture(services, scope, params.id);
      sendFile(response, bytes, mediaType, `picture.${mediaType.split('/')[1] ?? 'png'}`);
      return undefined;
    },
  }),
];
