import { Type } from 'typebox';
import { ById, Id } from '../../contract/common.ts';
import {
  ChangeStanding,
  ChangeTemplate,
  Comparison,
  DraftPreview,
  DraftTemplate,
  FieldCatalogue,
  FieldQuery,
  NewTemplate,
  TemplateContentJson,
  TemplateDetail,
  TemplateImpact,
  TemplatePage,
  TemplateQuery,
  TemplateReadiness,
  TemplateShelves,
} from '../../contract/templates.ts';
import { endpoint } from '../http/endpoint.ts';
import { sendFile } from '../http/sendFile.ts';
import { changeStanding } from './changeStanding.ts';
import { changeTemplate } from './changeTemplate.ts';
import { createTemplate } from './createTemplate.ts';
import { restoreVersion } from './restoreVersion.ts';
import { draftPdf } from '../messages/draftPdf.ts';
import { previewDraft } from '../messages/previewDraft.ts';
import { readFields } from '../messages/readFields.ts';
import { compareVersions } from './compareVersions.ts';
import { findTemplates } from './findTemplates.ts';
import { readShelves } from './readShelves.ts';
import { readTemplate } from './readTemplate.ts';
import { readImpact } from '../messages/readTemplateImpact.ts';
import { readReadiness } from '../messages/readReadiness.ts';

export const templateRoutes = [
  endpoint({
    method: 'get',
    path: '/templates',
    summary: 'The library, by name, narrowed by words, folder, tag or standing',
    query: TemplateQuery,
    status: 200,
    answers: TemplatePage,
    handle: ({ office, person, query }) => findTemplates(office, person, query),
  }),
  endpoint({
    method: 'get',
    path: '/template-shelves',
    summary: 'Folders and tags of the library',
    status: 200,
    answers: TemplateShelves,
    handle: ({ office, person }) => readShelves(office, person),
  }),
  endpoint({
    method: 'get',
    path: '/template-fields',
    summary: 'All that a template can say, with what it says on a matter',
    query: FieldQuery,
    status: 200,
    answers: FieldCatalogue,
    handle: ({ office, person, query }) => readFields(office, person, query.matterId),
  }),
  endpoint({
    method: 'post',
    path: '/template-drafts/preview',
    summary: 'A wording checked and filled in for a matter, without keeping it',
    body: DraftTemplate,
    status: 200,
    answers: DraftPreview,
    handle: ({ office, person, body }) => previewDraft(office, person, body),
  }),
  endpoint({
    method: 'post',
    path: '/template-drafts/letter',
    summary: 'A wording set as a letter for a matter, without keeping it',
    body: DraftTemplate,
    status: 200,
    answers: 'application/pdf',
    handle: async ({ office, person, body, response }) => {
      sendFile(response, await draftPdf(office, person, body), 'application/pdf', 'letter.pdf');
      return undefined;
    },
  }),
  endpoint({
    method: 'post',
    path: '/templates',
    summary: 'Keep a new template',
    body: NewTemplate,
    status: 201,
    answers: TemplateDetail,
    handle: ({ office, person, body }) => createTemplate(office, person, body),
  }),
  endpoint({
    method: 'get',
    path: '/templates/:id',
    summary: 'A template with its wording, problems, versions and use',
    params: ById,
    status: 200,
    answers: TemplateDetail,
    handle: ({ office, person, params }) => readTemplate(office, person, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/templates/:id',
    summary: 'Change a template; a changed wording becomes a new version',
    params: ById,
    body: ChangeTemplate,
    status: 200,
    answers: TemplateDetail,
    handle: ({ office, person, params, body }) => changeTemplate(office, person, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/templates/:id/standing',
    summary: 'Share, approve, retire or bring back a template',
    params: ById,
    body: ChangeStanding,
    status: 200,
    answers: TemplateDetail,
    handle: ({ office, person, params, body }) => changeStanding(office, person, params.id, body.standing),
  }),
  endpoint({
    method: 'get',
    path: '/templates/:id/compare',
    summary: 'Two versions of a template, as people read them',
    params: ById,
    query: Type.Object({ from: Id, to: Id }),
    status: 200,
    answers: Comparison,
    handle: ({ office, person, params, query }) =>
      compareVersions(office, person, params.id, query.from, query.to),
  }),
  endpoint({
    method: 'post',
    path: '/templates/:id/versions/:versionId/restore',
    summary: 'Go back to an earlier wording, as a new version',
    params: Type.Object({ id: Id, versionId: Id }),
    status: 200,
    answers: TemplateDetail,
    handle: ({ office, person, params }) => restoreVersion(office, person, params.id, params.versionId),
  }),
  endpoint({
    method: 'get',
    path: '/templates/:id/readiness',
    summary: 'Which open matters a template can be used on',
    params: ById,
    status: 200,
    answers: TemplateReadiness,
    handle: ({ office, person, params }) => readReadiness(office, person, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/templates/:id/impact',
    summary: 'What a new wording would touch before it goes live',
    params: ById,
    body: TemplateContentJson,
    status: 200,
    answers: TemplateImpact,
    handle: ({ office, person, params, body }) => readImpact(office, person, params.id, body),
  }),
];
