import { randomUUID } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import type { Services } from './services';
import type { Account } from './services/account';

/** One line a request: what was asked and how it ended, never what was in it. */
export interface RequestLine {
  readonly id: string;
  readonly method: string;
  /** as the routes name it: "/api/v1/jobs/:id" */
  readonly route: string;
  readonly status: number;
  readonly ms: number;
  /** null: nobody was signed in */
  readonly account: string | null;
}

export interface Observed {
  readonly handler: RequestHandler;
  readonly metrics: RequestHandler;
}

/** A place in the table of routes: addresses with ids would be a new one for each job. */
const routeOf = (request: Request): string => {
  const { route, baseUrl } = request as Request & { route?: { path?: unknown } };
  return typeof route?.path === 'string' ? `${baseUrl}${route.path}` : 'none';
};

const isHere = (address: string | undefined) =>
  address === '127.0.0.1' || address === '::1' || address === '::ffff:127.0.0.1';

/**
 * Numbers of the requests, and of the process, in the form of Prometheus (openmetrics.io). They are given to this
 * machine only.
 */
export function observed(services: Services, tell: ((line: RequestLine) => void) | null): Observed {
  const registers = [new Registry()];
  const [register] = registers;
  collectDefaultMetrics({ register, prefix: 'violet_jaw_' });
  const took = new Histogram({
    name: 'violet_jaw_request_seconds',
    help: 'Time to answer',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.02, 0.05, 0.1, 0.25, 1, 5, 20, 60],
    registers,
  });
  const gauge = (name: string, help: string, read: () => number) =>
    new Gauge({
      name: `violet_jaw_${name}`,
      help,
      registers,
      collect() {
        this.set(read());
      },
    });
  gauge('work_running', 'Plans that are being computed', () => services.planning.state.running);
  gauge(
    'work_waiting',
    'Plans that wait for their turn',
    () => services.planning.state.waiting.asked + services.planning.state.waiting.background,
  );
  gauge('news_topics', 'Topics that pages listen to', () => services.news.listening);
  return {
    handler: (request, response, next) => {
      const id = randomUUID().slice(0, 8);
      const from = performance.now();
      response.set('X-Request-Id', id);
      response.on('close', () => {
        const ms = performance.now() - from;
        const route = routeOf(request);
        took.observe({ method: request.method, route, status: String(response.statusCode) }, ms / 1000);
        const { account } = response.locals as { account?: Account };
        tell?.({
          id,
          method: request.method,
          route,
          status: response.statusCode,
          ms: Math.round(ms * 10) / 10,
          account: account?.id ?? null,
        });
      });
      next();
    },
    metrics: async (request, response) => {
      if (!isHere(request.ip)) {
        response.status(403).type('text/plain').send('Metrics are given to this machine only.\n');
        return;
      }
      response.type(register.contentType).send(await register.metrics());
    },
  };
}
