import { Router } from 'express';
import { jsonBody } from './bodies';
import { rateLimit } from 'express-rate-limit';
import type { SessionInfo } from '@violet-jaw/formats/api';
import { demoAccountsInForce } from '../demo';
import { notFound } from '../problem';
import type { Services } from '../services';
import { accountOf, beginSession, clearCookie, endSession, planner, signedIn, whoIs } from '../sessions';
import { jobIdOf, route } from './requests';

/** The demo's accounts, as long as their passwords are as they were: looked at now and then, as that takes time. */
function demoNow(services: Services): () => Promise<SessionInfo['demo']> {
  let [known, until]: [SessionInfo['demo'], number] = [null, 0];
  return async () => {
    if (!services.demoTold()) return null;
    if (Date.now() > until) { known = await demoAccountsInForce(services); until = Date.now() + 10_000; }
    return known;
  };
}

/** Sign-in, accounts and the audit list. */
export function peopleRoutes(services: Services): Router {
  const { accounts, audit } = services;
  const demoAccounts = demoNow(services);
  const api = Router();
  const json = jsonBody('20kb');
  const slowly = rateLimit({ windowMs: 60_000, limit: 60, standardHeaders: 'draft-8', legacyHeaders: false, skipSuccessfulRequests: true });

  api.get('/session', route(async (request, response) => {
    const [account, first] = await Promise.all([whoIs(request, accounts), accounts.none()]);
    response.set('Cache-Control', 'no-store').json({ account, first, demo: account ? null : await demoAccounts() } satisfies SessionInfo);
  }));
  api.post('/session', slowly, json, route(async (request, response) => {
    const account = await accounts.signIn(request.body, request.ip ?? '');
    await beginSession(request, account);
    response.status(201).json({ account, first: false, demo: null } satisfies SessionInfo);
  }));
  api.delete('/session', route(async (request, response) => {
    const account = await whoIs(request, accounts);
    await endSession(request);
    clearCookie(response);
    if (account) await audit.note(account, 'signed out');
    response.status(204).end();
  }));

  api.put('/session/password', slowly, signedIn(accounts), json, route(async (request, response) => {
    await accounts.changeOwn(request.body, accountOf(response), request.sessionID, request.ip ?? '');
    response.status(204).end();
  }));
  api.get('/session/all', signedIn(accounts), route(async (request, response) => { response.json(await accounts.sessions(accountOf(response).id, request.sessionID)); }));
  api.delete('/session/all/:session', signedIn(accounts), route(async (request, response) => {
    const { session } = request.params;
    await accounts.endSession(accountOf(response), typeof session === 'string' ? session : '');
    response.status(204).end();
  }));
  api.post('/accounts', slowly, json, route(async (request, response) => {
    const by = await whoIs(request, accounts);
    if (by && by.role !== 'planner') { response.locals.account = by; planner(request, response, () => undefined); }
    const made = await accounts.create(request.body, by);
    if (!by) await beginSession(request, made);
    response.status(201).json(made);
  }));
  api.get('/accounts', signedIn(accounts), planner, route(async (_request, response) => { response.json(await accounts.list()); }));
  api.put('/accounts/:id', signedIn(accounts), planner, json, route(async (request, response) => {
    const { id } = request.params;
    if (typeof id !== 'string' || !/^[0-9a-f-]{36}$/.test(id)) throw notFound('The account');
    response.json(await accounts.change(id, request.body, accountOf(response)));
  }));
  api.get('/audit', signedIn(accounts), planner, route(async (_request, response) => { response.json(await audit.list(null)); }));
  api.get('/jobs/:id/audit', signedIn(accounts), route(async (request, response) => { response.json(await audit.list(jobIdOf(request))); }));
  return api;
}
