import type { Request, Response } from 'express';
import { badInput, notFound, Problem } from '../problem';
import type { JobSearch } from '../services/jobs';

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

const SHOWS = ['all', 'open findings', 'not issued'] as const;

/** Which page of which jobs is asked for. */
export function searchOf({ query }: Request): JobSearch {
  const whole = (name: string, least: number, most: number, plain: number): number => {
    const value = query[name] === undefined ? plain : Number(query[name]);
    if (!Number.isInteger(value) || value < least || value > most) throw badInput([`${name}: expected a number from ${least} to ${most}, found ${String(query[name])}.`]);
    return value;
  };
  const text = query.search ?? '';
  if (typeof text !== 'string' || text.length > 200) throw badInput(['search: expected up to 200 characters.']);
  const show = SHOWS.find((s) => s === (query.show ?? 'all'));
  if (!show) throw badInput([`show: expected one of ${SHOWS.join(', ')}, found ${String(query.show)}.`]);
  return { text, show, page: whole('page', 0, 100_000, 0), size: whole('size', 1, 100, 50) };
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
