import type { SessionInfo } from '@violet-jaw/formats/api';
import { demoAccountsInForce } from '../demo';
import type { Services } from '../services';
import { accountOf, beginSession, clearCookie, endSession, keepSession, needsRole, whoIs } from '../sessions';
import type { Works } from './table';

/** The demo's accounts, as long as their passwords are as they were: looked at now and then, as that takes time. */
function demoNow(services: Services): () => Promise<SessionInfo['demo']> {
  let [known, until]: [SessionInfo['demo'], number] = [null, 0];
  return async () => {
    if (!services.demoTold()) return null;
    if (Date.now() > until) {
      known = await demoAccountsInForce(services);
      until = Date.now() + 10_000;
    }
    return known;
  };
}

/** Signing in and out, one's own sessions and password. */
const sessionWorks = (services: Services) => {
  const { accounts, audit } = services;
  const demoAccounts = demoNow(services);
  const provider = services.provider?.name ?? null;
  return {
    session: async ({ request }) => {
      const [account, first] = await Promise.all([whoIs(request, accounts), accounts.none()]);
      // what came of signing in elsewhere is told once
      const { told = null } = request.session;
      if (told !== null) {
        delete request.session.told;
        await keepSession(request);
      }
      return { account, first, told, demo: account ? null : await demoAccounts(), provider };
    },
    signIn: async ({ body, request }) => {
      const account = await accounts.signIn(body, request.ip ?? '');
      await beginSession(request, account);
      return { account, first: false, told: null, demo: null, provider };
    },
    signOut: async ({ request, response }) => {
      const account = await whoIs(request, accounts);
      await endSession(request);
      clearCookie(response);
      if (account) await audit.note(account, 'signed out');
    },
    changeOwnPassword: ({ body, request, response }) =>
      accounts.changeOwn(body, accountOf(response), request.sessionID, request.ip ?? ''),
    ownSessions: ({ request, response }) => accounts.sessions(accountOf(response).id, request.sessionID),
    endSession: ({ params: { session }, response }) => accounts.endSession(accountOf(response), session),
  } satisfies Partial<Works>;
};

/** Sign-in, accounts and the audit list. */
export const peopleWorks = (services: Services) => {
  const { accounts, audit } = services;
  return {
    ...sessionWorks(services),
    // a lead makes one, or whoever has the code that was printed where the server started, once
    makeAccount: async ({ body, request }) => {
      const by = await whoIs(request, accounts);
      if (by) needsRole(by, 'lead');
      const made = await accounts.create(body, by);
      if (!by) await beginSession(request, made);
      return made;
    },
    accounts: () => accounts.list(),
    changeAccount: ({ params: { account }, body, response }) => accounts.change(account, body, accountOf(response)),
    audit: () => audit.list(null),
    jobAudit: ({ params: { id } }) => audit.list(id),
  } satisfies Partial<Works>;
};
