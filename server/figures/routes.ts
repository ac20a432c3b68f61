import { ById } from '../../contract/common.ts';
import {
  Figures,
  FiguresCsvQuery,
  FiguresQuery,
  RewriteQuery,
  RewrittenTemplate,
  TemplateFiguresDetail,
  TemplateFiguresList,
} from '../../contract/figures.ts';
import { endpointsFor } from '../access/endpoint.ts';
import { sendFile } from '../http/sendFile.ts';
import type { Services } from '../platform/services.ts';
import { figuresCsv } from './figuresCsv.ts';
import { readFigures } from './readFigures.ts';
import { readTemplateDetail, readTemplateFigures } from './readTemplateFigures.ts';
import { rewriteTemplate } from './rewriteTemplate.ts';

const { endpoint } = endpointsFor<Services>();

export const figureRoutes = [
  endpoint({
    method: 'get',
    path: '/figures',
    right: 'read',
    summary: 'What was sent and received in a span, how long answers took, what was followed up',
    query: FiguresQuery,
    status: 200,
    answers: Figures,
    handle: ({ services, scope, query }) => readFigures(services, scope, query),
  }),
  endpoint({
    method: 'get',
    path: '/figures/csv',
    right: 'read',
    summary: 'One table of the figures as CSV (RFC 4180)',
    query: FiguresCsvQuery,
    status: 200,
    answers: 'text/csv',
    handle: async ({ services, scope, query: { table, ...query }, response }) => {
      sendFile(response, await figuresCsv(services, scope, table, query), 'text/csv', `${table}.csv`);
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/figures/templates',
    right: 'read',
    summary: 'What becomes of each template: uses, answers, how much of it is rewritten',
    query: FiguresQuery,
    status: 200,
    answers: TemplateFiguresList,
    handle: ({ scope, query }) => readTemplateFigures(scope, query),
  }),
  endpoint({
    method: 'get',
    path: '/figures/templates/:id',
    right: 'read',
    summary: 'One template, version by version, with the sentences that are changed most',
    params: ById,
    query: FiguresQuery,
    status: 200,
    answers: TemplateFiguresDetail,
    handle: ({ scope, params, query }) => readTemplateDetail(scope, params.id, query),
  }),
  endpoint({
    method: 'get',
    path: '/figures/templates/:id/rewritten',
    right: 'wording',
    summary: 'The current wording with the commonest rewriting of a sentence taken over; nothing is changed',
    params: ById,
    query: RewriteQuery,
    status: 200,
    answers: RewrittenTemplate,
    handle: ({ scope, params, query: { nth, ...query } }) => rewriteTemplate(scope, params.id, nth, query),
  }),
];
