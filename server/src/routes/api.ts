import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import type { Router } from 'express';
import { readJobFile } from '@violet-jaw/core/job';
import { badInput, notFound, Problem } from '../problem';
import type { Services } from '../services';
import { accountOf, signedIn } from '../sessions';
import { issueRoutes } from './issues';
import { openApi } from './openapi';
import { newsRoutes } from './news';
import { peopleRoutes } from './people';
import { keepingRoutes } from './keeping';
import { providerRoutes } from './provider';
import { expectedRevision, jobIdOf, searchOf, tag } from './requests';
import { runRoutes } from './runs';
import { routerOf, type RouteEntry } from './table';

/** Shop, jobs and files. */
function documentRoutes({ jobs, shop, files }: Services): readonly RouteEntry[] {
  return [
    { method: 'get', path: '/openapi.json', who: 'anyone', work: (_request, response) => { response.json(openApi()); } },
    {
      method: 'get', path: '/shop', who: 'operator', work: async (request, response) => {
        const { revision, document } = await shop.read();
        response.set('ETag', tag(revision));
        if (request.get('If-None-Match') === tag(revision)) { response.status(304).end(); return; }
        response.json(document);
      },
    },
    {
      method: 'put', path: '/shop', who: 'lead', body: { json: '4mb' }, work: async (request, response) => {
        const { revision, document } = await shop.write(request.body, expectedRevision(request));
        response.set('ETag', tag(revision)).json(document);
      },
    },
    { method: 'get', path: '/jobs', who: 'operator', work: async (request, response) => { response.json(await jobs.list(searchOf(request))); } },
    {
      method: 'post', path: '/jobs', who: 'planner', body: { json: '1mb' }, work: async (request, response) => {
        const { id, revision, document } = await jobs.create(request.body, accountOf(response));
        response.status(201).set('ETag', tag(revision)).location(`/api/v1/jobs/${id}`).json({ id, document });
      },
    },
    {
      method: 'post', path: '/jobs/import', who: 'planner', body: { text: '4mb' }, work: async (request, response) => {
        const { id, revision, document, adopted } = await jobs.import(typeof request.body === 'string' ? request.body : '', accountOf(response));
        response.status(201).set('ETag', tag(revision)).location(`/api/v1/jobs/${id}`).json({ id, document, adopted });
      },
    },
    {
      method: 'post', path: '/jobs/read', who: 'operator', body: { text: '4mb' }, work: (request, response) => {
        const file = readJobFile(typeof request.body === 'string' ? request.body : '');
        if (!file.ok) throw badInput(file.problems);
        response.json(file.value);
      },
    },
    {
      method: 'get', path: '/jobs/:id', who: 'operator', work: async (request, response) => {
        const id = jobIdOf(request);
        const known = request.get('If-None-Match');
        if (known && tag(await jobs.revision(id)) === known) { response.status(304).set('ETag', known).end(); return; }
        const { revision, document } = await jobs.read(id);
        response.set('ETag', tag(revision)).json(document);
      },
    },
    {
      method: 'put', path: '/jobs/:id', who: 'planner', body: { json: '1mb' }, work: async (request, response) => {
        const { revision, document } = await jobs.write(jobIdOf(request), request.body, expectedRevision(request), accountOf(response));
        response.set('ETag', tag(revision)).json(document);
      },
    },
    { method: 'delete', path: '/jobs/:id', who: 'lead', work: async (request, response) => { await jobs.remove(jobIdOf(request), accountOf(response)); response.status(204).end(); } },
    {
      method: 'post', path: '/files', who: 'planner', body: 'stream', work: async (request, response) => {
        const raw = request.get('X-File-Name') ?? 'part.step';
        let name = raw;
        try { name = decodeURIComponent(raw); } catch { /* keep it as it came */ }
        response.status(201).json(await files.store(request, name.slice(0, 500)));
      },
    },
    {
      method: 'get', path: '/files/:hash', who: 'operator', work: async (request, response) => {
        const { hash } = request.params;
        const path = await files.path(typeof hash === 'string' ? hash : undefined);
        if (!path) throw notFound('The file');
        response.type('application/octet-stream').set('Cache-Control', 'private, max-age=31536000, immutable');
        // whichever ends first, the file or who reads it: both are closed
        await pipeline(createReadStream(path), response).catch((error: unknown) => { if (!response.headersSent) throw error; response.destroy(); });
      },
    },
  ];
}

/** Every route under /api/v1, in one table. Each is described in openapi.ts; a test holds the two together. */
export const apiTable = (services: Services): readonly RouteEntry[] => [...documentRoutes(services), ...peopleRoutes(services), ...issueRoutes(services), ...runRoutes(services), ...keepingRoutes(services), ...newsRoutes(services), ...providerRoutes(services)];

/** The router of that table. What is not in it is told to people who are signed in only. */
export function apiRoutes(services: Services): Router {
  const api = routerOf(apiTable(services), services);
  api.use(signedIn(services.accounts), (request) => { throw new Problem(404, 'Not found', `There is no ${request.method} ${request.path}.`); });
  return api;
}
