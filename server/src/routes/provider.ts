import type { Request } from 'express';
import { Problem } from '../problem';
import type { Services } from '../services';
import { beginSession, keepSession } from '../sessions';
import type { Works } from './table';

/**
 * Signing in through the company's sign-in service: there, and back with an account. What goes wrong is told on the
 * page one comes back to.
 */
export const providerWorks = ({ provider, accounts, publicAddress }: Services) => {
  const own = (request: Request) => publicAddress ?? `${request.protocol}://${request.get('host') ?? 'localhost'}`;
  const there = () => {
    if (!provider) throw new Problem(404, 'Not found', 'No sign-in service is set up here. Sign in with a password.');
    return provider;
  };
  return {
    toProvider: async ({ request, response }) => {
      const { to, errand } = await there().begin(`${own(request)}/api/v1/session/provider/back`);
      request.session.errand = errand;
      await keepSession(request);
      response.redirect(302, to.href);
    },
    fromProvider: async ({ request, response }) => {
      try {
        const { errand } = request.session;
        if (!errand)
          throw new Problem(
            401,
            'Not signed in',
            'This page was opened without being sent here by the sign-in page, or too late. Sign in once more.',
          );
        // good for one answer only
        delete request.session.errand;
        const known = await there().finish(new URL(`${own(request)}${request.originalUrl}`), errand);
        await beginSession(request, await accounts.signInKnown(known, request.ip ?? ''));
        response.redirect(303, '/jobs');
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        // not in the address: there anybody could put words into our mouth
        request.session.told = error.detail;
        await keepSession(request);
        response.redirect(303, '/jobs');
      }
    },
  } satisfies Partial<Works>;
};
