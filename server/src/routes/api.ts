import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import { jsonBody, textBody } from './bodies';
import { readJobFile } from '@violet-jaw/core/job';
import { badInput, notFound, Problem } from '../problem';
import type { Services } from '../services';
import { accountOf, planner, signedIn } from '../sessions';
import { issueRoutes } from './issues';
import { openApi } from './openapi';
import { peopleRoutes } from './people';
import { expectedRevision, jobIdOf, route, searchOf, tag } from './requests';
import { runRoutes } from './runs';

/** All routes under /api/v1. Each is described in openapi.ts; a test holds the two together. */
export function apiRoutes(services: Services): Router {
  const { jobs, shop, files, accounts, health } = services;
  const api = Router();
  const json = jsonBody('1mb');

  api.get('/health', route(async (_request, response) => {
    const wrong = await health();
    if (wrong.length > 0) throw new Problem(503, 'Not well', wrong.join(' '));
    response.json({ ok: true });
  }));
  api.get('/openapi.json', route((_request, response) => { response.json(openApi()); }));

  api.use(peopleRoutes(services));
  // everything below is for people who are signed in
  api.use(signedIn(accounts));
  api.use(issueRoutes(services), runRoutes(services));

  api.get('/shop', route(async (request, response) => {
    const { revision, document } = await shop.read();
    response.set('ETag', tag(revision));
    if (request.get('If-None-Match') === tag(revision)) { response.status(304).end(); return; }
    response.json(document);
  }));
  api.put('/shop', planner, jsonBody('4mb'), route(async (request, response) => {
    const { revision, document } = await shop.write(request.body, expectedRevision(request));
    response.set('ETag', tag(revision)).json(document);
  }));

  api.get('/jobs', route(async (request, response) => { response.json(await jobs.list(searchOf(request))); }));
  api.post('/jobs', planner, json, route(async (request, response) => {
    const { id, revision, document } = await jobs.create(request.body, accountOf(response));
    response.status(201).set('ETag', tag(revision)).location(`/api/v1/jobs/${id}`).json({ id, document });
  }));
  api.post('/jobs/import', planner, textBody('4mb'), route(async (request, response) => {
    const { id, revision, document, adopted } = await jobs.import(typeof request.body === 'string' ? request.body : '', accountOf(response));
    response.status(201).set('ETag', tag(revision)).location(`/api/v1/jobs/${id}`).json({ id, document, adopted });
  }));
  api.post('/jobs/read', textBody('4mb'), route((request, response) => {
    const file = readJobFile(typeof request.body === 'string' ? request.body : '');
    if (!file.ok) throw badInput(file.problems);
    response.json(file.value);
  }));
  api.get('/jobs/:id', route(async (request, response) => {
    const id = jobIdOf(request);
    const known = request.get('If-None-Match');
    if (known && tag(await jobs.revision(id)) === known) { response.status(304).set('ETag', known).end(); return; }
    const { revision, document } = await jobs.read(id);
    response.set('ETag', tag(revision)).json(document);
  }));
  api.put('/jobs/:id', planner, json, route(async (request, response) => {
    const { revision, document } = await jobs.write(jobIdOf(request), request.body, expectedRevision(request), accountOf(response));
    response.set('ETag', tag(revision)).json(document);
  }));
  api.delete('/jobs/:id', planner, route(async (request, response) => {
    await jobs.remove(jobIdOf(request), accountOf(response));
    response.status(204).end();
  }));

  api.post('/files', planner, route(async (request, response) => {
    const raw = request.get('X-File-Name') ?? 'part.step';
    let name = raw;
    try { name = decodeURIComponent(raw); } catch { /* keep it as it came */ }
    response.status(201).json(await files.store(request, name.slice(0, 500)));
  }));
  api.get('/files/:hash', route(async (request, response) => {
    const { hash } = request.params;
    const path = files.path(typeof hash === 'string' ? hash : undefined);
    if (!path) throw notFound('The file');
    response.type('application/octet-stream').set('Cache-Control', 'private, max-age=31536000, immutable');
    // whichever ends first, the file or who reads it: both are closed
    await pipeline(createReadStream(path), response).catch((error: unknown) => { if (!response.headersSent) throw error; response.destroy(); });
  }));

  api.use((request) => { throw new Problem(404, 'Not found', `There is no ${request.method} ${request.path}.`); });
  return api;
}
