import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import type { Request } from 'express';
import type { Services } from '../services';
import { accountOf } from '../sessions';
import { jobIdOf } from './requests';
import type { RouteEntry } from './table';

const nameOf = ({ params: { name } }: Request) => (typeof name === 'string' ? name : '');

/** Bin, backups and proof of the data: so that nothing is lost. */
export function keepingRoutes({ jobs, keeping, verify }: Services): readonly RouteEntry[] {
  return [
    { method: 'get', path: '/bin', who: 'lead', work: async (_request, response) => { response.json(await jobs.bin()); } },
    { method: 'post', path: '/bin/:id', who: 'lead', work: async (request, response) => { await jobs.restore(jobIdOf(request), accountOf(response)); response.status(204).end(); } },
    { method: 'get', path: '/backups', who: 'lead', work: (_request, response) => { response.json(keeping.list()); } },
    { method: 'post', path: '/backups', who: 'lead', work: async (_request, response) => { response.status(201).json(await keeping.take(accountOf(response))); } },
    {
      method: 'get', path: '/backups/:name', who: 'lead', work: async (request, response) => {
        const path = keeping.path(nameOf(request));
        response.type('application/zip').attachment(nameOf(request));
        await pipeline(createReadStream(path), response).catch((error: unknown) => { if (!response.headersSent) throw error; response.destroy(); });
      },
    },
    { method: 'post', path: '/backups/:name/restore', who: 'lead', work: async (request, response) => { response.json(await keeping.restore(nameOf(request), accountOf(response))); } },
    { method: 'post', path: '/verify', who: 'lead', work: async (_request, response) => { response.json(await verify.all()); } },
  ];
}
