import { existsSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join } from 'node:path';
import express, { type Express, type RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { ownPagesOnly } from './ownPages';
import type { Observed } from './observed';
import { Problem, problemHandler } from './problem';
import { apiRoutes } from './routes/api';
import type { Services } from './services';

/**
 * The part reader's binding code makes functions from text, which the page's policy forbids. A worker has a policy of
 * its own, so only the worker that reads part files, and talks to nobody but the page, may do it.
 */
function allowPartReader(response: ServerResponse, path: string): void {
  if (/read\.worker-[^/]*\.js$/.test(path)) {
    response.setHeader(
      'Content-Security-Policy',
      "default-src 'none'; script-src 'self' 'wasm-unsafe-eval' 'unsafe-eval'; connect-src 'self'",
    );
  }
}

const securityHeaders = () =>
  helmet({
    // plain http on loopback: upgrading requests to https would only break it
    strictTransportSecurity: false,
    contentSecurityPolicy: {
      useDefaults: true,
      directives: {
        'script-src': ["'self'", "'wasm-unsafe-eval'"],
        'worker-src': ["'self'", 'blob:'],
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'upgrade-insecure-requests': null,
      },
    },
  });

/** The web server: API under /api/v1, the built application under everything else. */
export function makeApp({
  services,
  webFolder,
  withSession,
  observed: { handler, metrics },
  proxies,
  log,
}: {
  readonly services: Services;
  readonly webFolder: string | null;
  readonly withSession: RequestHandler;
  readonly observed: Observed;
  readonly proxies: readonly string[];
  readonly log: (line: string) => void;
}): Express {
  const app = express();
  app.disable('x-powered-by');
  // a proxy tells where a request comes from, and whether over https
  app.set('trust proxy', ['loopback', ...proxies]);
  app.set('etag', false);
  app.use(securityHeaders());
  app.use(handler);
  app.get('/metrics', metrics);
  // before everything that takes part in the work: who asks whether we are well must hear it also when we are not
  app.get('/api/v1/health', async (_request, response) => {
    const wrong = await services.health();
    response.set('Cache-Control', 'no-store');
    if (wrong.length > 0) throw new Problem(503, 'Not well', wrong.join(' '));
    response.json({ ok: true });
  });
  app.use(
    '/api/v1',
    rateLimit({
      windowMs: 60_000,
      limit: 6000,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      store: services.limits.requests,
    }),
    (_request, response, next) => {
      response.set('Cache-Control', 'no-store');
      next();
    },
    ownPagesOnly(services.publicAddress),
    withSession,
    apiRoutes(services),
  );
  if (webFolder && existsSync(webFolder)) {
    app.use(
      '/assets',
      express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y', setHeaders: allowPartReader }),
    );
    app.use(express.static(webFolder, { index: false }));
    app.get('/{*path}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'));
    });
  }
  app.use(problemHandler(log));
  return app;
}
