import { jobFileSchema, jobSchema } from '@violet-jaw/core/job';
import { CONTROL_PARTS } from '@violet-jaw/core/control/parts.ts';
import { shopSchema } from '@violet-jaw/core/shop';
import { runEventsSchema } from '../services/runs';

const problem = { description: 'Problem details (RFC 9457)', content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } } };
const json = (schema: object, description: string) => ({ description, content: { 'application/json': { schema } } });
const body = (schema: object) => ({ required: true, content: { 'application/json': { schema } } });
const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const id = { name: 'id', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } };
const letter = { name: 'letter', in: 'path', required: true, schema: { type: 'string', pattern: '^[A-Z]{1,4}$' } };
const ifMatch = { name: 'If-Match', in: 'header', required: true, schema: { type: 'string' }, description: 'Revision the edit starts from, as given in ETag.' };
const ifNoneMatch = { name: 'If-None-Match', in: 'header', required: false, schema: { type: 'string' } };
const run = { name: 'run', in: 'path', required: true, schema: { type: 'string', format: 'uuid' }, description: 'Made by the device that starts the run.' };
const machine = { name: 'machine', in: 'path', required: true, schema: { type: 'string' } };
const backup = { name: 'name', in: 'path', required: true, schema: { type: 'string' } };
const any = { type: 'object' };
const list = { type: 'array', items: any };

/** OpenAPI 3.1 description of the API, with the schemas the server checks with. */
export function openApi(): Record<string, unknown> {
  const fails = (...codes: number[]) => Object.fromEntries(codes.map((c) => [c, problem]));
  return {
    openapi: '3.1.0',
    info: { title: 'Violet Jaw', version: '1', description: 'Jobs, shop library, files and issued setup sheets. All lengths in millimeters. Changes come from pages of the application (Origin) or carry the header X-Violet-Jaw: 1.' },
    servers: [{ url: '/api/v1' }],
    paths: {
      '/health': { get: { summary: 'Application and database are ready', responses: { 200: json(any, 'ready'), ...fails(503) } } },
      '/openapi.json': { get: { summary: 'This document', responses: { 200: json(any, 'OpenAPI') } } },
      '/session': {
        get: { summary: 'Who is signed in', security: [], responses: { 200: json(any, 'the account, or null') } },
        post: { summary: 'Sign in', security: [], requestBody: body({ type: 'object', required: ['name', 'password'], properties: { name: { type: 'string' }, password: { type: 'string' } } }), responses: { 201: json(any, 'signed in; a cookie is set'), ...fails(400, 401, 429) } },
        delete: { summary: 'Sign out', security: [], responses: { 204: { description: 'signed out' } } },
      },
      '/session/provider': { get: { summary: 'Go to the sign-in service of the company (OpenID Connect)', security: [], responses: { 302: { description: 'there' }, ...fails(404, 429, 503) } } },
      '/session/provider/back': { get: { summary: 'Come back from the sign-in service', security: [], responses: { 303: { description: 'signed in, or why not' }, ...fails(429) } } },
      '/session/all': { get: { summary: 'Where one is signed in', responses: { 200: json(list, 'sessions'), ...fails(401) } } },
      '/session/all/{session}': { delete: { summary: 'Ends a session of one\'s own', parameters: [{ name: 'session', in: 'path', required: true, schema: { type: 'string' } }], responses: { 204: { description: 'ended' }, ...fails(401, 404) } } },
      '/session/password': { put: { summary: 'Give oneself another password; sessions elsewhere end', requestBody: body({ type: 'object', required: ['current', 'password'], properties: { current: { type: 'string' }, password: { type: 'string' } } }), responses: { 204: { description: 'changed' }, ...fails(400, 401, 403, 429) } } },
      '/accounts': {
        get: { summary: 'All accounts (lead)', responses: { 200: json(list, 'accounts'), ...fails(401, 403) } },
        post: { summary: 'Make an account (lead), or the first one with the setup code', requestBody: body(any), responses: { 201: json(any, 'made'), ...fails(400, 401, 403, 409) } },
      },
      '/accounts/{id}': { put: { summary: 'Change role, password or whether it is in use; unlocks it (lead)', parameters: [id], requestBody: body(any), responses: { 200: json(list, 'accounts'), ...fails(400, 401, 403, 404, 409) } } },
      '/audit': { get: { summary: 'Who did what, newest first (lead)', responses: { 200: json(list, 'entries'), ...fails(401, 403) } } },
      '/bin': { get: { summary: 'Deleted jobs that can still be taken back (lead)', responses: { 200: json(list, 'jobs'), ...fails(401, 403) } } },
      '/bin/{id}': { post: { summary: 'Take a job out of the bin (lead)', parameters: [id], responses: { 204: { description: 'it is back' }, ...fails(401, 403, 404, 409) } } },
      '/backups': {
        get: { summary: 'Backups that are kept on the server (lead)', responses: { 200: json(list, 'backups'), ...fails(401, 403, 409) } },
        post: { summary: 'Take a backup now and prove it (lead)', responses: { 201: json(list, 'backups'), ...fails(401, 403, 409, 507) } },
      },
      '/backups/{name}': { get: { summary: 'A backup as zip (lead)', parameters: [backup], responses: { 200: { description: 'zip', content: { 'application/zip': {} } }, ...fails(401, 403, 404) } } },
      '/backups/{name}/restore': { post: { summary: 'Everything becomes as it was when the backup was made; a backup of now is taken first (lead)', parameters: [backup], responses: { 200: json(list, 'backups'), ...fails(401, 403, 404, 409) } } },
      '/news': { get: { summary: 'Server-sent events: each says that one of the topics changed', parameters: [{ name: 'topics', in: 'query', required: true, schema: { type: 'string' }, description: 'Up to 4 of jobs, shop, job:ID, run:ID, with commas.' }], responses: { 200: { description: 'events', content: { 'text/event-stream': {} } }, ...fails(400, 401) } } },
      '/verify': { post: { summary: 'Walk audit list, issues and files and say what is not as it was written (lead)', responses: { 200: json(any, 'what was found'), ...fails(401, 403) } } },
      '/jobs/{id}/audit': { get: { summary: 'Who did what with a job, newest first', parameters: [id], responses: { 200: json(list, 'entries'), ...fails(401, 404) } } },
      '/jobs/{id}/runs': { get: { summary: 'Runs of a job\'s issues, newest first', parameters: [id], responses: { 200: json(list, 'runs'), ...fails(401, 404) } } },
      '/jobs/{id}/readings': { get: { summary: 'Zeros found in the runs of a job, oldest first', parameters: [id], responses: { 200: json(list, 'readings'), ...fails(401, 404) } } },
      '/runs/{run}': {
        get: { summary: 'A run with its events', parameters: [run, ifNoneMatch], responses: { 200: json(any, 'the run'), 304: { description: 'unchanged' }, ...fails(401, 404) } },
        delete: { summary: 'End a run that is not finished', parameters: [run], responses: { 204: { description: 'ended' }, ...fails(401, 404) } },
      },
      '/runs/{run}/history': { get: { summary: 'What was answered in a run, against what was expected then', parameters: [run], responses: { 200: json(any, 'units and rows'), ...fails(401, 404) } } },
      '/runs/{run}/events': { post: { summary: 'Add events in order; those known by their id do nothing', parameters: [run], requestBody: body(ref('RunEvents')), responses: { 200: json(any, 'the run as it is now'), ...fails(400, 401, 404, 409, 503) } } },
      '/machines/{machine}/registers': { get: { summary: 'Who uses which register of a machine', parameters: [machine], responses: { 200: json(list, 'uses'), ...fails(401) } } },
      '/machines/{machine}/readings': { get: { summary: 'Zeros found on a machine, oldest first', parameters: [machine], responses: { 200: json(list, 'readings'), ...fails(401) } } },
      '/shop': {
        get: { summary: 'Machines, stations and vises', parameters: [ifNoneMatch], responses: { 200: json(ref('Shop'), 'the library; ETag is its revision'), 304: { description: 'unchanged' } } },
        put: { summary: 'Write the library (lead)', parameters: [ifMatch], requestBody: body(ref('Shop')), responses: { 200: json(ref('Shop'), 'written'), ...fails(400, 409, 428, 503) } },
      },
      '/jobs': {
        get: {
          summary: 'One page of the jobs that fit, by number, and how many there are',
          parameters: [
            { name: 'search', in: 'query', schema: { type: 'string', maxLength: 200 }, description: 'Words in number, part, revision or machine.' }, { name: 'show', in: 'query', schema: { enum: ['all', 'open findings', 'not issued'] } },
            { name: 'page', in: 'query', schema: { type: 'integer', minimum: 0 } }, { name: 'size', in: 'query', schema: { type: 'integer', minimum: 1, maximum: 100 } },
          ],
          responses: { 200: json(any, 'total, and the jobs of the page'), ...fails(400) },
        },
        post: { summary: 'A new job', requestBody: body(ref('Job')), responses: { 201: json(any, 'made'), ...fails(400, 503) } },
      },
      '/jobs/import': { post: { summary: 'A new job from an open job file', requestBody: body(ref('JobFile')), responses: { 201: json(any, 'made'), ...fails(400, 409, 503) } } },
      '/jobs/read': { post: { summary: 'Check an open job file and bring it up to date, storing nothing', requestBody: body(ref('JobFile')), responses: { 200: json(ref('JobFile'), 'the file in the current version'), ...fails(400) } } },
      '/jobs/{id}': {
        get: { summary: 'A job document', parameters: [id, ifNoneMatch], responses: { 200: json(ref('Job'), 'the document; ETag is its revision'), 304: { description: 'unchanged' }, ...fails(404) } },
        put: { summary: 'Write a job document', parameters: [id, ifMatch], requestBody: body(ref('Job')), responses: { 200: json(ref('Job'), 'written'), ...fails(400, 404, 409, 428, 503) } },
        delete: { summary: 'Put a job that was never issued into the bin (lead)', parameters: [id], responses: { 204: { description: 'deleted' }, ...fails(404, 409) } },
      },
      '/jobs/{id}/issues': {
        get: { summary: 'Issues with what changed between them', parameters: [id], responses: { 200: json(list, 'issues'), ...fails(404) } },
        post: { summary: 'Issue the next letter', parameters: [id, ifMatch], requestBody: body({ type: 'object', properties: { note: { type: 'string' } }, required: ['note'] }), responses: { 201: json(any, 'issued'), ...fails(400, 404, 409, 428, 503) } },
      },
      '/jobs/{id}/issues/{letter}/sheet': { get: { summary: 'The frozen sheet as data', parameters: [id, letter], responses: { 200: json(any, 'sheet'), ...fails(404) } } },
      '/jobs/{id}/issues/{letter}/entries': { get: { summary: 'The frozen numbers, flat', parameters: [id, letter], responses: { 200: json(list, 'entries'), ...fails(404) } } },
      '/jobs/{id}/issues/{letter}/frozen': { get: { summary: 'Job and library as they were frozen', parameters: [id, letter], responses: { 200: json(any, 'job and shop'), ...fails(404, 409) } } },
      '/jobs/{id}/issues/{letter}/run': { get: { summary: 'What the operator does, step by step', parameters: [id, letter], responses: { 200: json(any, 'the run, and common offsets seen on the machine'), ...fails(404, 409) } } },
      '/jobs/{id}/issues/{letter}/sheet.pdf': {
        get: { summary: 'The frozen PDF', parameters: [id, letter, { name: 'paper', in: 'query', schema: { enum: ['A4', 'Letter'] } }], responses: { 200: { description: 'PDF', content: { 'application/pdf': {} } }, ...fails(400, 404) } },
      },
      '/jobs/{id}/issues/{letter}/control.nc': { get: { summary: 'Lines for the control', parameters: [id, letter, { name: 'part', in: 'query', schema: { enum: CONTROL_PARTS } }], responses: { 200: { description: 'text', content: { 'text/plain': {} } }, ...fails(400, 404) } } },
      '/files': { post: { summary: 'Store a file by content hash', parameters: [{ name: 'X-File-Name', in: 'header', schema: { type: 'string' } }], requestBody: { content: { 'application/octet-stream': {} } }, responses: { 201: json(any, 'stored'), ...fails(400, 413, 503) } } },
      '/files/{hash}': { get: { summary: 'A stored file', parameters: [{ name: 'hash', in: 'path', required: true, schema: { type: 'string' } }], responses: { 200: { description: 'bytes', content: { 'application/octet-stream': {} } }, ...fails(404) } } },
    },
    // everything but signing in needs a session; what changes a plan needs a planner
    security: [{ session: [] }],
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'violet-jaw' } },
      schemas: {
        Job: jobSchema, Shop: shopSchema, JobFile: jobFileSchema, RunEvents: runEventsSchema,
        Problem: { type: 'object', required: ['type', 'title', 'status', 'detail'], properties: { type: { type: 'string' }, title: { type: 'string' }, status: { type: 'integer' }, detail: { type: 'string' }, problems: { type: 'array', items: { type: 'string' } } } },
      },
    },
  };
}
