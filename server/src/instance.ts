import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import type { Sequelize } from 'sequelize';
import { makeApp } from './app';
import type { Config } from './config';
import { connect } from './database/connect';
import { alone } from './database/lease';
import { startPrivateServer, type DatabaseServer } from './database/privateServer';
import { startChores } from './chores';
import { lockData } from './dataLock';
import { isLoopback } from './loopback';
import { demoAccountsInForce, loadDemo } from './demo';
import { observed, type RequestLine } from './observed';
import { makeServices, type Services, type WorkPlace } from './services';
import { sessions, sessionSecret } from './sessions';

export interface Instance {
  readonly address: string;
  readonly services: Services;
  /** the private database server; null when an existing one is used */
  readonly database: DatabaseServer | null;
  stop(): Promise<void>;
}

function listen(app: ReturnType<typeof makeApp>, { port, host }: Config): Promise<Server> {
  return new Promise((done, fail) => {
    // half a request does not hold a connection for long; a part file may take its time on a slow network
    const server = createServer(
      { headersTimeout: 10_000, requestTimeout: 300_000, keepAliveTimeout: 10_000, connectionsCheckingInterval: 2000 },
      app,
    );
    server.once('error', (error: Error) => {
      fail(
        new Error(
          (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
            ? `Port ${port} is in use. Stop the other program or set PORT to another number.`
            : error.message,
        ),
      );
    });
    server.listen(port, host, () => done(server));
  });
}

/** Whether other machines reach the application: by the address it listens on, or by the one that is told to them. */
export const isOpen = ({ host, publicAddress }: Pick<Config, 'host' | 'publicAddress'>): boolean =>
  !isLoopback(host) || (publicAddress !== null && !isLoopback(new URL(publicAddress).hostname));

/**
 * Says at the start how to get in: with the demo's accounts while they are as they were, or with the code for the
 * first account.
 */
async function tellAccounts(services: Services, config: Config, log: (line: string) => void): Promise<void> {
  if (await services.accounts.none()) {
    log(`There is no account yet. Setup code for the first lead: ${await services.accounts.setupCode()}`);
    return;
  }
  const demo = await demoAccountsInForce(services);
  if (demo && isOpen(config)) {
    throw new Error(
      `${isLoopback(config.host) ? 'VIOLET_JAW_ADDRESS' : `HOST=${config.host}`} opens the application to other machines, but everybody knows the ${demo.length === 1 ? 'password' : 'passwords'} of ${new Intl.ListFormat('en').format(demo.map((d) => d.name))} of the demo. Start without it, change them on the page Accounts, then start again; or start an empty shop with VIOLET_JAW_DEMO=no and another VIOLET_JAW_DATA.`,
    );
  }
  services.tellDemoAccounts(demo !== null);
  for (const { name, password } of demo ?? []) log(`Demo account: ${name}, password ${password}`);
}

async function demoOnce(
  sequelize: Sequelize,
  services: Services,
  step: string | null,
  log: (line: string) => void,
): Promise<void> {
  if (!step) return;
  await alone(sequelize, 'demo', 'wait', async () => {
    if (await loadDemo(services, step)) log('The demo shop is loaded.');
  });
}

const closed = (server: Server): Promise<void> =>
  new Promise((done) => {
    server.close(() => done());
    server.closeAllConnections();
  });

/** Where it is reached, with the port it got where any was asked for. */
function addressOf(server: Server, { host, port }: Config): string {
  const address = server.address();
  const got = typeof address === 'object' && address ? address.port : port;
  return `http://${host.includes(':') ? `[${host}]` : host}:${got}`;
}

/** Starts database, tables, demo data and web server; `stop()` ends them in the reverse order. */
export async function startInstance(
  config: Config,
  files: WorkPlace & { readonly demoStep: string | null },
  log: (line: string) => void,
  tellRequest: ((line: RequestLine) => void) | null = null,
): Promise<Instance> {
  const unlock = config.databaseUrl ? () => undefined : lockData(config.dataFolder);
  let database: DatabaseServer | null = null;
  try {
    database = config.databaseUrl ? null : await startPrivateServer(config.dataFolder, log);
    const databaseUrl = config.databaseUrl ?? database!.url;
    const connection = await connect(databaseUrl);
    const services = makeServices(connection, { ...config, databaseUrl }, files, log);
    await services.files.moveIntoDatabase();
    await demoOnce(connection.sequelize, services, files.demoStep, log);
    await tellAccounts(services, config, log);
    const endChores = startChores({
      sequelize: connection.sequelize,
      services,
      surroundings: { ...config, databaseUrl },
      log,
    });
    const session = sessions(connection.sequelize, await sessionSecret(services.settings, config.dataFolder));
    const server = await listen(
      makeApp({
        services,
        webFolder: config.webFolder,
        withSession: session.handler,
        observed: observed(services, tellRequest),
        proxies: config.proxies,
        log,
      }),
      config,
    );
    return {
      address: addressOf(server, config),
      services,
      database,
      stop: async () => {
        await closed(server);
        session.stop();
        endChores();
        services.news.close();
        services.limits.requests.shutdown();
        services.limits.slowly.shutdown();
        const settled = services.summaries.close();
        services.planning.close();
        await settled;
        await connection.sequelize.close();
        await database?.stop();
        unlock();
      },
    };
  } catch (error) {
    await database?.stop();
    unlock();
    throw error;
  }
}

export const DEMO_STEP = join('demo', 'vane-bearing-block.step');
