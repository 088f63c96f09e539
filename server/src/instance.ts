import type { Server } from 'node:http';
import { join } from 'node:path';
import { makeApp } from './app';
import type { Config } from './config';
import { connect } from './database/connect';
import { startPrivateServer, type DatabaseServer } from './database/privateServer';
import { loadDemo } from './demo';
import { makeServices, type Services } from './services';

export interface Instance {
  readonly address: string;
  readonly services: Services;
  /** the private database server; null when an existing one is used */
  readonly database: DatabaseServer | null;
  stop(): Promise<void>;
}

function listen(app: ReturnType<typeof makeApp>, { port, host }: Config): Promise<Server> {
  return new Promise((done, fail) => {
    const server = app.listen(port, host, (error?: Error) => {
      if (error) fail(new Error((error as NodeJS.ErrnoException).code === 'EADDRINUSE' ? `Port ${port} is in use. Stop the other program or set PORT to another number.` : error.message));
      else done(server);
    });
  });
}

/** Starts database, tables, demo data and web server; `stop()` ends them in the reverse order. */
export async function startInstance(config: Config, files: { worker: string; demoStep: string | null }, log: (line: string) => void): Promise<Instance> {
  const database = config.databaseUrl ? null : await startPrivateServer(config.dataFolder, log);
  try {
    const connection = await connect(config.databaseUrl ?? database!.url);
    const services = makeServices(connection, config.dataFolder, files.worker, log);
    if (files.demoStep && await loadDemo(services, files.demoStep)) log('The demo shop is loaded.');
    const server = await listen(makeApp(services, config.webFolder, log), config);
    const address = server.address();
    const port = typeof address === 'object' && address ? address.port : config.port;
    return {
      address: `http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${port}`,
      services, database,
      stop: async () => {
        await new Promise<void>((done) => { server.close(() => done()); server.closeAllConnections(); });
        await services.planning.close();
        await connection.sequelize.close();
        await database?.stop();
      },
    };
  } catch (error) {
    await database?.stop();
    throw error;
  }
}

export const DEMO_STEP = join('demo', 'vane-bearing-block.step');
