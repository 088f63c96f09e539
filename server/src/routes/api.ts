import { createReadStream } from 'node:fs';
import express, { Router, type Request, type RequestHandler, type Response } from 'express';
import { Type } from '@sinclair/typebox';
import { readJobFile } from '@violet-jaw/core/job';
import { checker } from '@violet-jaw/core/schema';
import { badInput, notFound, Problem } from '../problem';
import type { Services } from '../services';
import { openApi } from './openapi';

const checkIssue = checker(Type.Object({ note: Type.String({ maxLength: 4000 }) }, { additionalProperties: false }));

/** Express 5 passes rejected promises on; this only drops the returned value. */
const route = (work: (request: Request, response: Response) => Promise<void> | void): RequestHandler => (request, response) => work(request, response);

function jobId(request: Request): string {
  const { id } = request.params;
  if (typeof id !== 'string' || !/^[0-9a-f-]{36}$/.test(id)) throw notFound('The job');
  return id;
}

function letterOf(request: Request): string {
  const { letter } = request.params;
  if (typeof letter !== 'string' || !/^[A-Z]{1,4}$/.test(letter)) throw notFound('The issue');
  return letter;
}

const tag = (revision: number) => `"${revision}"`;

/** The revision a write starts from, out of If-Match. */
function expectedRevision(request: Request): number {
  const header = request.get('If-Match');
  if (!header) throw new Problem(428, 'If-Match missing', 'Say which revision this edit starts from with If-Match: "revision".');
  const match = /^"(\d+)"$/.exec(header);
  if (!match) throw badInput([`If-Match: expected a revision such as "3", found ${header}.`]);
  return Number(match[1]);
}

function fileName(text: string): string {
  return text.replace(/[^\w.-]+/g, '-').slice(0, 100);
}

/** All routes under /api/v1. Each is described in openapi.ts; a test holds the two together. */
export function apiRoutes({ jobs, shop, files, issues, isReady }: Services): Router {
  const api = Router();
  const json = express.json({ limit: '4mb', strict: false });

  api.get('/health', route(async (_request, response) => {
    if (!await isReady()) throw new Problem(503, 'Database away', 'The database is not answering.');
    response.json({ ok: true });
  }));
  api.get('/openapi.json', route((_request, response) => { response.json(openApi()); }));

  api.get('/shop', route(async (request, response) => {
    const { revision, document } = await shop.read();
    response.set('ETag', tag(revision));
    if (request.get('If-None-Match') === tag(revision)) { response.status(304).end(); return; }
    response.json(document);
  }));
  api.put('/shop', json, route(async (request, response) => {
    const { revision, document } = await shop.write(request.body, expectedRevision(request));
    response.set('ETag', tag(revision)).json(document);
  }));

  api.get('/jobs', route(async (_request, response) => { response.json(await jobs.list()); }));
  api.post('/jobs', json, route(async (request, response) => {
    const { id, revision, document } = await jobs.create(request.body);
    response.status(201).set('ETag', tag(revision)).location(`/api/v1/jobs/${id}`).json({ id, document });
  }));
  api.post('/jobs/import', express.text({ type: () => true, limit: '4mb' }), route(async (request, response) => {
    const { id, revision, document, adopted } = await jobs.import(typeof request.body === 'string' ? request.body : '');
    response.status(201).set('ETag', tag(revision)).location(`/api/v1/jobs/${id}`).json({ id, document, adopted });
  }));
  api.post('/jobs/read', express.text({ type: () => true, limit: '4mb' }), route((request, response) => {
    const file = readJobFile(typeof request.body === 'string' ? request.body : '');
    if (!file.ok) throw badInput(file.problems);
    response.json(file.value);
  }));
  api.get('/jobs/:id', route(async (request, response) => {
    const id = jobId(request);
    const known = request.get('If-None-Match');
    if (known && tag(await jobs.revision(id)) === known) { response.status(304).set('ETag', known).end(); return; }
    const { revision, document } = await jobs.read(id);
    response.set('ETag', tag(revision)).json(document);
  }));
  api.put('/jobs/:id', json, route(async (request, response) => {
    const { revision, document } = await jobs.write(jobId(request), request.body, expectedRevision(request));
    response.set('ETag', tag(revision)).json(document);
  }));
  api.delete('/jobs/:id', route(async (request, response) => {
    await jobs.remove(jobId(request));
    response.status(204).end();
  }));

  api.get('/jobs/:id/issues', route(async (request, response) => { response.json(await issues.list(jobId(request))); }));
  api.post('/jobs/:id/issues', json, route(async (request, response) => {
    const checked = checkIssue(request.body);
    if (!checked.ok) throw badInput(checked.problems);
    response.status(201).json(await issues.issue(jobId(request), expectedRevision(request), checked.value.note));
  }));
  api.get('/jobs/:id/issues/:letter/sheet', route(async (request, response) => { response.json(await issues.sheet(jobId(request), letterOf(request))); }));
  api.get('/jobs/:id/issues/:letter/entries', route(async (request, response) => { response.json(await issues.entries(jobId(request), letterOf(request))); }));
  api.get('/jobs/:id/issues/:letter/sheet.pdf', route(async (request, response) => {
    const paper = request.query.paper ?? 'A4';
    if (paper !== 'A4' && paper !== 'Letter') throw badInput([`paper: expected A4 or Letter, found ${String(paper)}.`]);
    const [id, letter] = [jobId(request), letterOf(request)];
    const { number } = await issues.sheet(id, letter);
    response.type('application/pdf').attachment(`${fileName(number)}-${letter}-${paper}.pdf`).send(await issues.pdf(id, letter, paper));
  }));
  api.get('/jobs/:id/issues/:letter/control.nc', route(async (request, response) => {
    const [id, letter] = [jobId(request), letterOf(request)];
    const { number } = await issues.sheet(id, letter);
    response.type('text/plain').attachment(`${fileName(number)}-${letter}.nc`).send(await issues.control(id, letter));
  }));

  api.post('/files', route(async (request, response) => {
    const raw = request.get('X-File-Name') ?? 'part.step';
    let name = raw;
    try { name = decodeURIComponent(raw); } catch { /* keep it as it came */ }
    response.status(201).json(await files.store(request, name.slice(0, 500)));
  }));
  api.get('/files/:hash', route((request, response) => {
    const { hash } = request.params;
    const path = files.path(typeof hash === 'string' ? hash : undefined);
    if (!path) throw notFound('The file');
    response.type('application/octet-stream').set('Cache-Control', 'private, max-age=31536000, immutable');
    createReadStream(path).pipe(response);
  }));

  api.use((request) => { throw new Problem(404, 'Not found', `There is no ${request.method} ${request.path}.`); });
  return api;
}
