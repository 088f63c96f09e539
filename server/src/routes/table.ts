import { Router, type Request, type RequestHandler, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Role } from '@violet-jaw/formats/api';
import type { Services } from '../services';
import { atLeast, signedIn } from '../sessions';
import { jsonBody, textBody } from './bodies';

/** Who may use a route: everybody, or from this role upwards. An operator is anybody who is signed in. */
export type Who = 'anyone' | Role;

/** What a route reads, and how much of it at most. `stream`: the route reads it itself, with a bound of its own. */
export type Body = { readonly json: string } | { readonly text: string } | 'stream';

/** One route: everything about it that is not its work stands here, and nowhere else. */
export interface RouteEntry {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** "/jobs/:id" */
  readonly path: string;
  readonly who: Who;
  /** left out: none is read */
  readonly body?: Body;
  /** tries that fail are few a minute: passwords are guessed here */
  readonly slowly?: true;
  readonly work: (request: Request, response: Response) => Promise<void> | void;
}

const reading = (body: Body | undefined): RequestHandler[] => (body === undefined || body === 'stream' ? [] : 'json' in body ? jsonBody(body.json) : textBody(body.text));

/** The router a table describes: first who may, then what is read, then the work. */
export function routerOf(entries: readonly RouteEntry[], { accounts, limits }: Pick<Services, 'accounts' | 'limits'>): Router {
  const api = Router();
  const slow = rateLimit({ windowMs: 60_000, limit: 60, standardHeaders: 'draft-8', legacyHeaders: false, skipSuccessfulRequests: true, store: limits.slowly });
  for (const { method, path, who, body, slowly, work } of entries) {
    const guards = who === 'anyone' ? [] : [signedIn(accounts), atLeast(who)];
    // Express 5 passes rejected promises on
    api[method](path, ...(slowly ? [slow] : []), ...guards, ...reading(body), (request: Request, response: Response) => work(request, response));
  }
  return api;
}
