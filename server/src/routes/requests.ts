import type { Request, Response } from 'express';
import { badInput, Problem } from '../problem';

export const tag = (revision: number) => `"${revision}"`;

/** Says which version an answer is of (ETag), and whether who asks has it already (If-None-Match). */
export function isKnown(request: Request, response: Response, version: string): boolean {
  response.set('ETag', version);
  return request.get('If-None-Match') === version;
}

/** The revision a write starts from, out of If-Match. */
export function expectedRevision(request: Request): number {
  const header = request.get('If-Match');
  if (!header)
    throw new Problem(428, 'If-Match missing', 'Say which revision this edit starts from with If-Match: "revision".');
  const match = /^"(\d+)"$/.exec(header);
  if (!match) throw badInput([`If-Match: expected a revision such as "3", found ${header}.`]);
  return Number(match[1]);
}

/** Tells when nobody waits for an answer any more: then its work need not be done. */
export function goneSignal(response: Response): AbortSignal {
  const controller = new AbortController();
  response.on('close', () => {
    if (!response.writableFinished) controller.abort();
  });
  return controller.signal;
}

export function fileName(text: string): string {
  return text.replace(/[^\w.-]+/g, '-').slice(0, 100);
}
