import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import session from 'express-session';
import sequelizeStore from 'connect-session-sequelize';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Sequelize } from 'sequelize';
import { Problem } from './problem';
import type { Account, AccountService } from './services/accounts';

declare module 'express-session' {
  interface SessionData { accountId: string; from?: string }
}

/** A session lasts a shift and a half. */
export const SESSION_HOURS = 12;
const COOKIE = 'violet-jaw';

/** The secret that signs session cookies: made once, kept beside the database, readable by nobody else. */
export function sessionSecret(dataFolder: string): string {
  const path = join(dataFolder, 'session-secret');
  if (!existsSync(path)) writeFileSync(path, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(path, 'utf8');
}

/** Sessions kept in the database, so that several servers know them. */
export function sessions(sequelize: Sequelize, secret: string): { readonly handler: RequestHandler; readonly stop: () => void } {
  const SequelizeStore = sequelizeStore(session.Store);
  const store = new SequelizeStore({ db: sequelize, table: 'sessions', disableTouch: true, expiration: SESSION_HOURS * 3_600_000 });
  const handler = session({
    name: COOKIE, secret, store, resave: false, saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: SESSION_HOURS * 3_600_000, path: '/' },
  });
  return { handler, stop: () => store.stopExpiringSessions() };
}

/** The account a request comes from. Only behind `signedIn`. */
export function accountOf(response: Response): Account {
  const { account } = response.locals as { account?: Account };
  if (!account) throw new Error('a route without signedIn asked who it is');
  return account;
}

/** Looks who a request comes from; null: nobody who may be here. */
export async function whoIs(request: Request, accounts: AccountService): Promise<Account | null> {
  const { accountId, cookie } = request.session;
  // the table is swept only now and then
  const isOver = cookie.expires instanceof Date && cookie.expires <= new Date();
  return accountId && !isOver ? await accounts.find(accountId) : null;
}

/** Lets through who is signed in. */
export function signedIn(accounts: AccountService): RequestHandler {
  return async (request: Request, response: Response, next: NextFunction) => {
    const account = await whoIs(request, accounts);
    if (!account) throw new Problem(401, 'Not signed in', 'Sign in to go on. What you entered is kept on this device.');
    response.locals.account = account;
    next();
  };
}

/** Lets through planners. */
export const planner: RequestHandler = (_request, response, next) => {
  if (accountOf(response).role !== 'planner') throw new Problem(403, 'For planners', 'Operators can look at plans and run them, but not change them. Ask a planner.');
  next();
};

/** Signs in: a new session, so that one from before cannot be used. */
export function beginSession(request: Request, account: Account): Promise<void> {
  return new Promise((done, fail) => {
    request.session.regenerate((error: unknown) => {
      if (error) { fail(error instanceof Error ? error : new Error(String(error))); return; }
      request.session.accountId = account.id;
      request.session.from = request.ip ?? '';
      request.session.save((saved: unknown) => { if (saved) fail(saved instanceof Error ? saved : new Error(String(saved))); else done(); });
    });
  });
}

/** The browser forgets the session too. */
export function clearCookie(response: Response): void {
  response.clearCookie(COOKIE, { httpOnly: true, sameSite: 'lax', path: '/' });
}

export function endSession(request: Request): Promise<void> {
  return new Promise((done, fail) => { request.session.destroy((error: unknown) => { if (error) fail(error instanceof Error ? error : new Error(String(error))); else done(); }); });
}
