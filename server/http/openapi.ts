import { ProblemDetails } from '../../contract/problems.ts';
import type { EndpointShape } from './endpoint.ts';

/** Addresses that are no operations on the practice, described beside them. */
const STANDING: readonly (readonly [path: string, summary: string, mediaType: string])[] = [
  ['/api/v1/health', 'Whether the server is up', 'application/json'],
  ['/api/v1/openapi.json', 'This description', 'application/json'],
  ['/api/v1/events', 'What changes, as server-sent events', 'text/event-stream'],
];

/** The OpenAPI 3.1 description of the API, made from the schemas that validate it. */
export function openApi(
  endpoints: readonly EndpointShape[],
  version: string,
): Readonly<Record<string, unknown>> {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [path, summary, mediaType] of STANDING) {
    paths[path] = {
      get: { summary, responses: { 200: { description: summary, content: { [mediaType]: {} } } } },
    };
  }
  for (const endpoint of endpoints) {
    const path = `/api/v1${endpoint.path.replace(/:(\w+)/g, '{$1}')}`;
    paths[path] = { ...paths[path], [endpoint.method]: operation(endpoint) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Officium',
      version,
      description: 'Matters, templates, messages and correspondence of one practice.',
    },
    servers: [{ url: '/' }],
    paths,
    components: { schemas: { Problem: ProblemDetails } },
  };
}

function operation({
  summary,
  params,
  query,
  body,
  status,
  answers,
}: EndpointShape): Readonly<Record<string, unknown>> {
  const answer =
    typeof answers === 'string' ? { [answers]: {} } : { 'application/json': { schema: answers } };
  const problem = { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } };
  return {
    summary,
    parameters: [...parametersOf(params, 'path'), ...parametersOf(query, 'query')],
    ...(body ? { requestBody: { required: true, content: { 'application/json': { schema: body } } } } : {}),
    responses: {
      [status]: { description: summary, ...(status === 204 ? {} : { content: answer }) },
      default: { description: 'A problem, with its code', content: problem },
    },
  };
}

function parametersOf(schema: EndpointShape['params'], where: 'path' | 'query'): readonly unknown[] {
  const properties = schema && 'properties' in schema ? (schema.properties as Record<string, unknown>) : {};
  const required = schema && 'required' in schema ? (schema.required as readonly string[]) : [];
  return Object.entries(properties).map(([name, property]) => ({
    name,
    in: where,
    required: where === 'path' || required.includes(name),
    schema: property,
  }));
}
