import type { Request } from 'express';
import { notFound } from '../problem';
import type { Services } from '../services';
import { accountOf } from '../sessions';
import { jobIdOf, runIdOf, tag } from './requests';
import type { RouteEntry } from './table';

function machineOf(request: Request): string {
  const { machine } = request.params;
  if (typeof machine !== 'string' || machine.length > 200) throw notFound('The machine');
  return machine;
}

/** Runs at the machine, the zeros they found, and who uses which register. */
export function runRoutes({ runs }: Services): readonly RouteEntry[] {
  return [
    { method: 'get', path: '/jobs/:id/runs', who: 'operator', work: async (request, response) => { response.json(await runs.list(jobIdOf(request))); } },
    { method: 'get', path: '/jobs/:id/readings', who: 'operator', work: async (request, response) => { response.json(await runs.readings({ jobId: jobIdOf(request) })); } },
    {
      method: 'get', path: '/runs/:run', who: 'operator', work: async (request, response) => {
        const record = await runs.read(runIdOf(request));
        const version = tag(record.events.length * 2 + (record.ended ? 1 : 0));
        if (request.get('If-None-Match') === version) { response.status(304).set('ETag', version).end(); return; }
        response.set('ETag', version).json(record);
      },
    },
    { method: 'get', path: '/runs/:run/history', who: 'operator', work: async (request, response) => { response.json(await runs.history(runIdOf(request))); } },
    {
      method: 'post', path: '/runs/:run/events', who: 'operator', body: { json: '600kb' },
      work: async (request, response) => { response.json(await runs.append(runIdOf(request), request.body, accountOf(response))); },
    },
    { method: 'delete', path: '/runs/:run', who: 'operator', work: async (request, response) => { await runs.end(runIdOf(request), accountOf(response)); response.status(204).end(); } },
    { method: 'get', path: '/machines/:machine/registers', who: 'operator', work: async (request, response) => { response.json(await runs.registers(machineOf(request))); } },
    { method: 'get', path: '/machines/:machine/readings', who: 'operator', work: async (request, response) => { response.json(await runs.readings({ machineId: machineOf(request) })); } },
  ];
}
