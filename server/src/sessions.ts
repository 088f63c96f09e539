import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import session from 'express-session';
import sequelizeStore from 'connect-session-sequelize';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Sequelize } from 'sequelize';
import { mayAs, type Role } from '@violet-jaw/formats/api';
import { Problem } from './problem';
import type { Account } from './services/account';
import type { AccountService } from './services/accounts';
import type { Errand } from './services/provider';
import type { Settings } from './services/settings';

declare module 'express-session' {
  interface SessionData {
    accountId: string;
    from?: string;
    errand?: Errand;
    told?: string;
  }
}

/** A session lasts a shift and a half. */
export const SESSION_HOURS = 12;
const COOKIE = 'violet-jaw';

/**
 * The secret that signs session cookies: made once, kept in the database, so that what one process signed is good for
 * the others.
 */
export async function sessionSecret(settings: Settings, dataFolder: string): Promise<string> {
  // where earlier versions kept it: who is signed in stays so
  const before = join(dataFolder, 'session-secret');
  const secret = await settings.once('session secret', () =>
    existsSync(before) ? readFileSync(before, 'utf8') : randomBytes(32).toString('hex'),
  );
  rmSync(before, { force: true });
  return secret;
}

/** Sessions kept in the database, so that several servers know them. */
export function sessions(
  sequelize: Sequelize,
  secret: string,
): { readonly handler: RequestHandler; readonly stop: () => void } {
  const SequelizeStore = sequelizeStore(session.Store);
  const store = new SequelizeStore({
    db: sequelize,
    table: 'sessions',
    disableTouch: true,
    expiration: SESSION_HOURS * 3_600_000,
  });
  const handler = session({
    name: COOKIE,
    secret,
    store,
    resave: false,
    saveUninitialized: false,
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

const REFUSED: Readonly<Record<Role, Problem>> = {
  operator: new Problem(403, 'Not signed in', 'Sign in to go on.'),
  planner: new Problem(
    403,
    'For planners',
    'Operators can look at plans and run them, but not change them. Ask a planner.',
  ),
  lead: new Problem(
    403,
    'For the lead',
    "Accounts, the shop's library, deleting and backups are for the lead of the shop. Ask one.",
  ),
};

/** Refuses who is less than a role. */
export function needsRole({ role }: Account, least: Role): void {
  if (!mayAs(role, least)) throw REFUSED[least];
}

/** Lets through a role and those above it. Only behind `signedIn`. */
export const atLeast =
  (least: Role): RequestHandler =>
  (_request, response, next) => {
    needsRole(accountOf(response), least);
    next();
  };

/** Signs in: a new session, so that one from before cannot be used. */
export function beginSession(request: Request, account: Account): Promise<void> {
  return new Promise((done, fail) => {
    request.session.regenerate((error: unknown) => {
      if (error) {
        fail(error instanceof Error ? error : new Error(String(error)));
        return;
      }
      request.session.accountId = account.id;
      request.session.from = request.ip ?? '';
      keepSession(request).then(done, fail);
    });
  });
}

/** Stores a session before its answer is sent: else the next request may come before it is there. */
export function keepSession(request: Request): Promise<void> {
  return new Promise((done, fail) => {
    request.session.save((error: unknown) => {
      if (error) fail(error instanceof Error ? error : new Error(String(error)));
      else done();
    });
  });
}

/** The browser forgets the session too. */
export function clearCookie(response: Response): void {
  response.clearCookie(COOKIE, { httpOnly: true, sameSite: 'lax', path: '/' });
}

export function endSession(request: Request): Promise<void> {
  return new Promise((done, fail) => {
    request.session.destroy((error: unknown) => {
      if (error) fail(error instanceof Error ? error : new Error(String(error)));
      else done();
    });
  });
}
