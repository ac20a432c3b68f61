import {
  FieldQuery,
  FieldCatalogue,
  DraftTemplate,
  DraftPreview,
  TemplateReadiness,
  TemplateContentJson,
  TemplateImpact,
} from '../../contract/templates.ts';
import { ById, Id } from '../../contract/common.ts';
import { Type } from 'typebox';
import { endpointsFor } from '../access/endpoint.ts';
import { sendFile } from '../http/sendFile.ts';
import type { Services } from '../platform/services.ts';
import { templateFile } from './templateFile.ts';
import { readImpact } from './readTemplateImpact.ts';
import { readReadiness } from './readReadiness.ts';
import { readFields } from './readFields.ts';
import { previewDraft } from './previewDraft.ts';
import { draftPdf } from './draftPdf.ts';

const { endpoint } = endpointsFor<Services>();

export const templateOnMatterRoutes = [
  endpoint({
    method: 'get',
    path: '/templates/:id/file',
    right: 'read',
    summary: 'One template filled in from a matter, as .eml or .html',
    params: ById,
    query: Type.Object({ matterId: Id, format: Type.Enum(['eml', 'html']) }),
    status: 200,
    answers: 'message/rfc822, text/html',
    handle: async ({ services, scope, params, query, response }) => {
      const format = query.format === 'html' ? 'html' : 'eml';
      const file = await templateFile(services, scope, params.id, query.matterId, format);
      sendFile(response, file.bytes, file.mediaType, file.name);
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/template-fields',
    right: 'read',
    summary: 'All that a template can say, with what it says on a matter',
    query: FieldQuery,
    status: 200,
    answers: FieldCatalogue,
    handle: ({ services, scope, query }) => readFields(services, scope, query.matterId),
  }),
  endpoint({
    method: 'post',
    path: '/template-drafts/preview',
    right: 'read',
    summary: 'A wording checked and filled in for a matter, without keeping it',
    body: DraftTemplate,
    status: 200,
    answers: DraftPreview,
    handle: ({ services, scope, body }) => previewDraft(services, scope, body),
  }),
  endpoint({
    method: 'post',
    path: '/template-drafts/letter',
    right: 'read',
    summary: 'A wording set as a letter for a matter, without keeping it',
    body: DraftTemplate,
    status: 200,
    answers: 'application/pdf',
    handle: async ({ services, scope, body, response }) => {
      sendFile(response, await draftPdf(services, scope, body), 'application/pdf', 'letter.pdf');
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/templates/:id/readiness',
    right: 'read',
    summary: 'Which open matters a template can be used on',
    params: ById,
    status: 200,
    answers: TemplateReadiness,
    handle: ({ services, scope, params }) => readReadiness(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/templates/:id/impact',
    right: 'read',
    summary: 'What a new wording would touch before it goes live',
    params: ById,
    body: TemplateContentJson,
    status: 200,
    answers: TemplateImpact,
    handle: ({ scope, params, body }) => readImpact(scope, params.id, body),
  }),
];
