import { Router } from 'express';
import { jsonBody } from './bodies';
import { tag, jobIdOf, route, runIdOf } from './requests';
import { notFound } from '../problem';
import type { Services } from '../services';
import { accountOf } from '../sessions';

/** Runs at the machine, the zeros they found, and who uses which register. Behind `signedIn`. */
export function runRoutes({ runs }: Services): Router {
  const api = Router();
  api.get('/jobs/:id/runs', route(async (request, response) => { response.json(await runs.list(jobIdOf(request))); }));
  api.get('/jobs/:id/readings', route(async (request, response) => { response.json(await runs.readings({ jobId: jobIdOf(request) })); }));
  api.get('/runs/:run', route(async (request, response) => {
    const record = await runs.read(runIdOf(request));
    const version = tag(record.events.length * 2 + (record.ended ? 1 : 0));
    if (request.get('If-None-Match') === version) { response.status(304).set('ETag', version).end(); return; }
    response.set('ETag', version).json(record);
  }));
  api.get('/runs/:run/history', route(async (request, response) => { response.json(await runs.history(runIdOf(request))); }));
  api.post('/runs/:run/events', jsonBody('600kb'), route(async (request, response) => {
    response.json(await runs.append(runIdOf(request), request.body, accountOf(response)));
  }));
  api.delete('/runs/:run', route(async (request, response) => {
    await runs.end(runIdOf(request), accountOf(response));
    response.status(204).end();
  }));
  api.get('/machines/:machine/registers', route(async (request, response) => {
    const { machine } = request.params;
    if (typeof machine !== 'string' || machine.length > 200) throw notFound('The machine');
    response.json(await runs.registers(machine));
  }));
  api.get('/machines/:machine/readings', route(async (request, response) => {
    const { machine } = request.params;
    if (typeof machine !== 'string' || machine.length > 200) throw notFound('The machine');
    response.json(await runs.readings({ machineId: machine }));
  }));
  return api;
}
