import { jobFileSchema, jobSchema } from '@violet-jaw/core/job';
import { shopSchema } from '@violet-jaw/core/shop';
import { runEventsSchema } from '@violet-jaw/formats/api';
import { PLACES, placesIn, ROUTES, type RouteShape } from '@violet-jaw/formats/api/routes.ts';

const NAMED = { Job: jobSchema, Shop: shopSchema, JobFile: jobFileSchema, RunEvents: runEventsSchema };
const PROBLEM = {
  type: 'object',
  required: ['type', 'title', 'status', 'detail'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    problems: { type: 'array', items: { type: 'string' } },
  },
};
const problem = {
  description: 'Problem details (RFC 9457)',
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
};
const header = (name: string, required: boolean, description: string) => ({
  name,
  in: 'header',
  required,
  schema: { type: 'string' },
  description,
});

/** Large schemas stand once, under their name. */
function named(schema: object): object {
  const name = Object.entries(NAMED).find(([, known]) => known === schema)?.[0];
  return name ? { $ref: `#/components/schemas/${name}` } : schema;
}

function parametersOf({ path, query, startsFrom, unlessKnown }: RouteShape): object[] {
  return [
    ...placesIn(path).map((place) => ({
      name: place,
      in: 'path',
      required: true,
      schema: { type: 'string', pattern: PLACES[place].pattern },
    })),
    ...Object.entries(query?.properties ?? {}).map(([name, schema]) => ({
      name,
      in: 'query',
      required: query?.required?.includes(name) ?? false,
      schema,
    })),
    ...(startsFrom ? [header('If-Match', true, 'Revision the edit starts from, as given in ETag.')] : []),
    ...(unlessKnown ? [header('If-None-Match', false, 'What is known already, as given in ETag.')] : []),
  ];
}

/** How a route can fail: by who asks, by what is sent, and by its work. */
function failsOf({ path, who, query, body, startsFrom, slowly, fails }: RouteShape): number[] {
  const places = placesIn(path).length > 0;
  const all = [
    ...fails,
    ...(who === 'anyone' ? [] : [401]),
    ...(who === 'planner' || who === 'lead' ? [403] : []),
    ...(places ? [404] : []),
    ...(query || body ? [400] : []),
    ...(body ? [413] : []),
    ...(body && body.as !== 'bytes' ? [415] : []),
    ...(startsFrom ? [409, 428] : []),
    ...(slowly ? [429] : []),
  ];
  return [...new Set(all)].sort((a, b) => a - b);
}

function operationOf(shape: RouteShape): object {
  const { who, says, body, answer, kind, status, unlessKnown } = shape;
  const content = kind ? { [kind]: {} } : answer ? { 'application/json': { schema: named(answer) } } : null;
  const done = status ?? (content ? 200 : 204);
  const parameters = parametersOf(shape);
  return {
    summary: who === 'anyone' || who === 'operator' ? says : `${says} (${who})`,
    ...(who === 'anyone' ? { security: [] } : {}),
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(body
      ? {
          requestBody: {
            required: true,
            description: `Up to ${body.limit}.`,
            content: {
              [body.as === 'bytes' ? 'application/octet-stream' : 'application/json']:
                body.as === 'bytes' ? {} : { schema: named(body.schema) },
            },
          },
        }
      : {}),
    responses: {
      [done]: { description: says, ...(content ? { content } : {}) },
      ...(unlessKnown ? { 304: { description: 'Unchanged.' } } : {}),
      ...Object.fromEntries(failsOf(shape).map((code) => [code, problem])),
    },
  };
}

/** OpenAPI 3.1 description of the API, made from its table. */
export function openApi(): Record<string, unknown> {
  const paths: Record<string, Record<string, object>> = {
    '/health': {
      get: {
        summary: 'Application and database are ready',
        security: [],
        responses: { 200: { description: 'ready' }, 503: problem },
      },
    },
  };
  for (const shape of Object.values(ROUTES) as RouteShape[]) {
    const path = shape.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [shape.method]: operationOf(shape) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Violet Jaw',
      version: '1',
      description:
        'Jobs, shop library, files and issued setup sheets. All lengths in millimeters. Changes come from pages of the application (Origin) or carry the header X-Violet-Jaw: 1.',
    },
    servers: [{ url: '/api/v1' }],
    paths,
    security: [{ session: [] }],
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'violet-jaw' } },
      schemas: { ...NAMED, Problem: PROBLEM },
    },
  };
}
