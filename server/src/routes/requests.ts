import type { Request, RequestHandler, Response } from 'express';
import { badInput, notFound, Problem } from '../problem';

/** Express 5 passes rejected promises on; this only drops the returned value. */
export const route = (work: (request: Request, response: Response) => Promise<void> | void): RequestHandler => (request, response) => work(request, response);

const isId = (id: unknown): id is string => typeof id === 'string' && /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(id);

export function jobIdOf(request: Request): string {
  const { id } = request.params;
  if (!isId(id)) throw notFound('The job');
  return id;
}

export function runIdOf(request: Request): string {
  const { run } = request.params;
  if (!isId(run)) throw notFound('The run');
  return run;
}

export function letterOf(request: Request): string {
  const { letter } = request.params;
  if (typeof letter !== 'string' || !/^[A-Z]{1,4}$/.test(letter)) throw notFound('The issue');
  return letter;
}

export const tag = (revision: number) => `"${revision}"`;

/** The revision a write starts from, out of If-Match. */
export function expectedRevision(request: Request): number {
  const header = request.get('If-Match');
  if (!header) throw new Problem(428, 'If-Match missing', 'Say which revision this edit starts from with If-Match: "revision".');
  const match = /^"(\d+)"$/.exec(header);
  if (!match) throw badInput([`If-Match: expected a revision such as "3", found ${header}.`]);
  return Number(match[1]);
}

/** Tells when nobody waits for an answer any more: then its work need not be done. */
export function goneSignal(response: Response): AbortSignal {
  const controller = new AbortController();
  response.on('close', () => { if (!response.writableFinished) controller.abort(); });
  return controller.signal;
}

export function fileName(text: string): string {
  return text.replace(/[^\w.-]+/g, '-').slice(0, 100);
}
