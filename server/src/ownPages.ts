import type { RequestHandler } from 'express';
import { Problem } from './problem';

/** Scripts send it; a page of another site cannot, without asking the server first. */
export const OWN_HEADER = 'X-Violet-Jaw';

const hostOf = (origin: string): string | null => {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
};

/**
 * Changes come from our own pages, told by `Origin`, or from scripts, told by a header that a page of another site
 * cannot send:
 * the cookie alone is no proof (OWASP, cross-site request forgery).
 */
export function ownPagesOnly(publicAddress: string | null): RequestHandler {
  return (request, _response, next) => {
    if (['GET', 'HEAD', 'OPTIONS'].includes(request.method) || request.get(OWN_HEADER)) {
      next();
      return;
    }
    const origin = request.get('Origin');
    const host = origin ? hostOf(origin) : null;
    if (host !== null && (host === request.host || (publicAddress !== null && host === hostOf(publicAddress)))) {
      next();
      return;
    }
    throw new Problem(
      403,
      'Not from our pages',
      origin
        ? `A page of ${host ?? 'another place'} may not change anything here. If this is the right address of the application, set VIOLET_JAW_ADDRESS to it.`
        : `A change needs the header Origin, as browsers send it, or ${OWN_HEADER}: 1 from a script.`,
    );
  };
}
