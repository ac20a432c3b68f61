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
import { endpoint } from '../http/endpoint.ts';
import { receivedFile } from '../http/receiveFiles.ts';
import { sendFile } from '../http/sendFile.ts';
import { changePassage } from './changePassage.ts';
import { createPassage } from './createPassage.ts';
import { readPassage } from './readPassage.ts';
import { readPassageList } from './readPassageList.ts';
import { readSignatures } from './readSignatures.ts';
import { restorePassageVersion } from './restorePassageVersion.ts';
import { retirePassage } from './retirePassage.ts';
import { setSignature } from './chooseSignature.ts';
import { keepPicture } from './savePicture.ts';
import { keepTemplateFile } from './saveTemplateFile.ts';
import { readPicture } from './readPicture.ts';

export const passageRoutes = [
  endpoint({
    method: 'get',
    path: '/passages',
    summary: 'Every passage in today’s wording',
    status: 200,
    answers: PassageList,
    handle: ({ office }) => readPassageList(office),
  }),
  endpoint({
    method: 'post',
    path: '/passages',
    summary: 'Keep a new passage',
    body: NewPassage,
    status: 201,
    answers: PassageDetail,
    handle: ({ office, person, body }) => createPassage(office, person, body),
  }),
  endpoint({
    method: 'get',
    path: '/passages/:id',
    summary: 'A passage with where it is used',
    params: ById,
    status: 200,
    answers: PassageDetail,
    handle: ({ office, params }) => readPassage(office, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/passages/:id',
    summary: 'Change a passage everywhere',
    params: ById,
    body: ChangePassage,
    status: 200,
    answers: PassageDetail,
    handle: ({ office, person, params, body }) => changePassage(office, person, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/passages/:id/versions/:versionId/restore',
    summary: 'Go back to an earlier wording, as a new version',
    params: Type.Object({ id: Id, versionId: Id }),
    status: 200,
    answers: PassageDetail,
    handle: ({ office, person, params }) =>
      restorePassageVersion(office, person, params.id, params.versionId),
  }),
  endpoint({
    method: 'delete',
    path: '/passages/:id',
    summary: 'Retire a passage that nothing says any more',
    params: ById,
    status: 204,
    answers: 'application/json',
    handle: async ({ office, person, params, response }) => {
      await retirePassage(office, person, params.id);
      response.status(204).end();
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/signatures',
    summary: 'Whose default signature is which passage',
    status: 200,
    answers: Signatures,
    handle: ({ office }) => readSignatures(office),
  }),
  endpoint({
    method: 'patch',
    path: '/signatures/:id',
    summary: 'Choose somebody’s default signature',
    params: ById,
    body: ChooseSignature,
    status: 200,
    answers: Signatures,
    handle: ({ office, person, params, body }) => setSignature(office, person, params.id, body.passageId),
  }),
  endpoint({
    method: 'post',
    path: '/pictures',
    summary: 'Keep a picture for use in wording',
    status: 201,
    answers: PictureView,
    uploads: true,
    handle: async ({ office, request }) => keepPicture(office, receivedFile(request).bytes),
  }),
  endpoint({
    method: 'post',
    path: '/template-files',
    summary: 'Keep a file that templates enclose, the same each time',
    status: 201,
    answers: TemplateFile,
    uploads: true,
    handle: async ({ office, request }) => keepTemplateFile(office, receivedFile(request)),
  }),
  endpoint({
    method: 'get',
    path: '/pictures/:id',
    summary: 'A picture’s bytes',
    params: Type.Object({ id: Type.String({ pattern: '^[0-9a-f]{64}$' }) }),
    status: 200,
    answers: 'image/*',
    handle: async ({ office, params, response }) => {
      const { mediaType, bytes } = await readPicture(office, params.id);
      sendFile(response, bytes, mediaType, `picture.${mediaType.split('/')[1] ?? 'png'}`);
      return undefined;
    },
  }),
];
