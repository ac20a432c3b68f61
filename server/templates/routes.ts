import { Type } from 'typebox';
import { ById, Id } from '../../contract/common.ts';
import {
  ChangeStanding,
  ChangeTemplate,
  Comparison,
  NewTemplate,
  TemplateDetail,
  TemplatePage,
  TemplateQuery,
  TemplateShelves,
} from '../../contract/templates.ts';
import { changeStanding } from './changeStanding.ts';
import { changeTemplate } from './changeTemplate.ts';
import { createTemplate } from './createTemplate.ts';
import { restoreVersion } from './restoreVersion.ts';
import { compareVersions } from './compareVersions.ts';
import { findTemplates } from './findTemplates.ts';
import { readShelves } from './readShelves.ts';
import { readTemplate } from './readTemplate.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { Services } from '../platform/services.ts';
import { MatterTypeJson, MatterTypeImpact } from '../../contract/matterTypes.ts';
import { readTypeImpact } from './readTypeImpact.ts';

const { endpoint } = endpointsFor<Services>();

export const templateRoutes = [
  endpoint({
    method: 'post',
    path: '/matter-types/:id/impact',
    right: 'read',
    summary: 'What a change of a matter type would touch',
    params: ById,
    body: MatterTypeJson,
    status: 200,
    answers: MatterTypeImpact,
    handle: ({ scope, params, body }) => readTypeImpact(scope, params.id, body),
  }),
  endpoint({
    method: 'get',
    path: '/templates',
    right: 'read',
    summary: 'The library, by name, narrowed by words, folder, tag or standing',
    query: TemplateQuery,
    status: 200,
    answers: TemplatePage,
    handle: ({ scope, query }) => findTemplates(scope, query),
  }),
  endpoint({
    method: 'get',
    path: '/template-shelves',
    right: 'read',
    summary: 'Folders and tags of the library',
    status: 200,
    answers: TemplateShelves,
    handle: ({ scope }) => readShelves(scope),
  }),
  endpoint({
    method: 'post',
    path: '/templates',
    right: 'wording',
    summary: 'Keep a new template',
    body: NewTemplate,
    status: 201,
    answers: TemplateDetail,
    handle: ({ services, scope, body }) => createTemplate(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/templates/:id',
    right: 'read',
    summary: 'A template with its wording, problems, versions and use',
    params: ById,
    status: 200,
    answers: TemplateDetail,
    handle: ({ scope, params }) => readTemplate(scope, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/templates/:id',
    right: 'wording',
    summary: 'Change a template; a changed wording becomes a new version',
    params: ById,
    body: ChangeTemplate,
    status: 200,
    answers: TemplateDetail,
    handle: ({ services, scope, params, body }) => changeTemplate(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/templates/:id/standing',
    right: 'wording',
    summary: 'Share, approve, retire or bring back a template',
    params: ById,
    body: ChangeStanding,
    status: 200,
    answers: TemplateDetail,
    handle: ({ services, scope, params, body }) => changeStanding(services, scope, params.id, body.standing),
  }),
  endpoint({
    method: 'get',
    path: '/templates/:id/compare',
    right: 'read',
    summary: 'Two versions of a template, as people read them',
    params: ById,
    query: Type.Object({ from: Id, to: Id }),
    status: 200,
    answers: Comparison,
    handle: ({ scope, params, query }) => compareVersions(scope, params.id, query.from, query.to),
  }),
  endpoint({
    method: 'post',
    path: '/templates/:id/versions/:versionId/restore',
    right: 'wording',
    summary: 'Go back to an earlier wording, as a new version',
    params: Type.Object({ id: Id, versionId: Id }),
    status: 200,
    answers: TemplateDetail,
    handle: ({ services, scope, params }) => restoreVersion(services, scope, params.id, params.versionId),
  }),
];
