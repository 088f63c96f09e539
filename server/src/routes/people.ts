import type { Request, Response } from 'express';
import type { SessionInfo } from '@violet-jaw/formats/api';
import { demoAccountsInForce } from '../demo';
import { notFound } from '../problem';
import type { Services } from '../services';
import { accountOf, beginSession, clearCookie, endSession, keepSession, needsRole, whoIs } from '../sessions';
import { jobIdOf } from './requests';
import type { RouteEntry } from './table';

/** The demo's accounts, as long as their passwords are as they were: looked at now and then, as that takes time. */
function demoNow(services: Services): () => Promise<SessionInfo['demo']> {
  let [known, until]: [SessionInfo['demo'], number] = [null, 0];
  return async () => {
    if (!services.demoTold()) return null;
    if (Date.now() > until) { known = await demoAccountsInForce(services); until = Date.now() + 10_000; }
    return known;
  };
}

const body = { json: '20kb' } as const;

/** Signing in and out, one's own sessions and password. */
function sessionRoutes(services: Services): readonly RouteEntry[] {
  const { accounts, audit } = services;
  const demoAccounts = demoNow(services);
  return [
    {
      method: 'get', path: '/session', who: 'anyone', work: async (request, response) => {
        const [account, first] = await Promise.all([whoIs(request, accounts), accounts.none()]);
        // what came of signing in elsewhere is told once
        const { told = null } = request.session;
        if (told !== null) { delete request.session.told; await keepSession(request); }
        response.json({ account, first, told, demo: account ? null : await demoAccounts(), provider: services.provider?.name ?? null } satisfies SessionInfo);
      },
    },
    {
      method: 'post', path: '/session', who: 'anyone', body, slowly: true, work: async (request, response) => {
        const account = await accounts.signIn(request.body, request.ip ?? '');
        await beginSession(request, account);
        response.status(201).json({ account, first: false, told: null, demo: null, provider: services.provider?.name ?? null } satisfies SessionInfo);
      },
    },
    {
      method: 'delete', path: '/session', who: 'anyone', work: async (request, response) => {
        const account = await whoIs(request, accounts);
        await endSession(request);
        clearCookie(response);
        if (account) await audit.note(account, 'signed out');
        response.status(204).end();
      },
    },
    {
      method: 'put', path: '/session/password', who: 'operator', body, slowly: true, work: async (request, response) => {
        await accounts.changeOwn(request.body, accountOf(response), request.sessionID, request.ip ?? '');
        response.status(204).end();
      },
    },
    { method: 'get', path: '/session/all', who: 'operator', work: async (request, response) => { response.json(await accounts.sessions(accountOf(response).id, request.sessionID)); } },
    {
      method: 'delete', path: '/session/all/:session', who: 'operator', work: async (request, response) => {
        const { session } = request.params;
        await accounts.endSession(accountOf(response), typeof session === 'string' ? session : '');
        response.status(204).end();
      },
    },
  ];
}

/** Makes an account: a lead does, or whoever has the code that was printed where the server started, once. */
const makeAccount = ({ accounts }: Services) => async (request: Request, response: Response) => {
  const by = await whoIs(request, accounts);
  if (by) needsRole(by, 'lead');
  const made = await accounts.create(request.body, by);
  if (!by) await beginSession(request, made);
  response.status(201).json(made);
};

/** Sign-in, accounts and the audit list. */
export function peopleRoutes(services: Services): readonly RouteEntry[] {
  const { accounts, audit } = services;
  return [
    ...sessionRoutes(services),
    { method: 'post', path: '/accounts', who: 'anyone', body, slowly: true, work: makeAccount(services) },
    { method: 'get', path: '/accounts', who: 'lead', work: async (_request, response) => { response.json(await accounts.list()); } },
    {
      method: 'put', path: '/accounts/:id', who: 'lead', body, work: async (request, response) => {
        const { id } = request.params;
        if (typeof id !== 'string' || !/^[0-9a-f-]{36}$/.test(id)) throw notFound('The account');
        response.json(await accounts.change(id, request.body, accountOf(response)));
      },
    },
    { method: 'get', path: '/audit', who: 'lead', work: async (_request, response) => { response.json(await audit.list(null)); } },
    { method: 'get', path: '/jobs/:id/audit', who: 'operator', work: async (request, response) => { response.json(await audit.list(jobIdOf(request))); } },
  ];
}
