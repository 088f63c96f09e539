import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Sequelize } from 'sequelize';
import { DEMO_ACCOUNTS } from '../demo';
import type { FilePlace } from '../services/files';
import type { ProviderConfig } from '../services/provider';
import type { Limits } from '../work';
import { OWN_HEADER } from '../ownPages';
import { startInstance, type Instance } from '../instance';

/** Signs in over the API. @returns the cookie to send along */
export async function signIn(
  address: string,
  name: string = DEMO_ACCOUNTS[0].name,
  password: string = DEMO_ACCOUNTS[0].password,
): Promise<string> {
  const response = await fetch(`${address}/api/v1/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', [OWN_HEADER]: '1' },
    body: JSON.stringify({ name, password }),
  });
  if (response.status !== 201) throw new Error(`not signed in: ${response.status} ${await response.text()}`);
  return (response.headers.get('set-cookie') ?? '').split(';')[0];
}

export interface TestInstance extends Instance {
  readonly dataFolder: string;
  /** the cookie of calls that name none */
  cookie(): string;
  /** every session is over */
  expireSessions(): Promise<void>;
  /** changes the database behind the server's back */
  query(statement: string): Promise<void>;
  /** another cookie for calls that name none */
  signInAgain(cookie: string): void;
  /** calls the API, as a lead unless a cookie of another account (or none: '') is given; `json` is what came back */
  call(
    method: string,
    path: string,
    options?: { body?: unknown; raw?: string | Buffer; headers?: Record<string, string>; cookie?: string },
  ): Promise<{ status: number; etag: string | null; type: string; json: any; bytes: Buffer }>;
}

/** A whole instance on loopback with a private MariaDB of its own. Needs the built worker (npm run build). */
export async function testInstance(
  options: {
    dataFolder?: string;
    demo?: boolean;
    /** plans jobs for the list before anybody asks: takes seconds of another process for each */
    ahead?: boolean;
    databaseUrl?: string;
    publicAddress?: string;
    accounts?: false;
    host?: string;
    limits?: Limits;
    log?: (line: string) => void;
    files?: FilePlace;
    backups?: string;
    provider?: ProviderConfig;
  } = {},
): Promise<TestInstance> {
  const dataFolder = options.dataFolder ?? mkdtempSync(join(tmpdir(), 'violet-jaw-test-'));
  const instance = await startInstance(
    {
      port: 0,
      host: options.host ?? '127.0.0.1',
      dataFolder,
      databaseUrl: options.databaseUrl ?? null,
      webFolder: null,
      backups: options.backups ?? null,
      files: options.files ?? { folder: join(dataFolder, 'files'), inDatabase: false },
      demo: options.demo ?? false,
      provider: options.provider ?? null,
      proxies: [],
      publicAddress: options.publicAddress ?? null,
    },
    {
      work: join(process.cwd(), 'dist/server/work.js'),
      proveAnswers: true,
      ahead: options.ahead ?? false,
      demoStep: options.demo ? 'demo/vane-bearing-block.step' : null,
      ...(options.limits ? { limits: options.limits } : {}),
    },
    options.log ?? (() => undefined),
  );
  const planner = options.demo ? DEMO_ACCOUNTS[0] : { name: 'Tester', password: 'only-for-tests' };
  if (options.accounts !== false && (await instance.services.accounts.none()))
    await instance.services.accounts.make(planner.name, 'lead', planner.password);
  let own = options.accounts === false ? '' : await signIn(instance.address, planner.name, planner.password);
  const query = async (statement: string) => {
    const sequelize = new Sequelize(instance.database!.url, { dialect: 'mariadb', logging: false });
    await sequelize.query(statement);
    await sequelize.close();
  };
  return {
    ...instance,
    dataFolder,
    cookie: () => own,
    signInAgain: (cookie) => {
      own = cookie;
    },
    query,
    expireSessions: () =>
      query(
        "UPDATE sessions SET expires = UTC_TIMESTAMP() - INTERVAL 1 MINUTE, data = JSON_SET(data, '$.cookie.expires', '2000-01-01T00:00:00.000Z')",
      ),
    call: async (method, path, { body, raw, headers = {}, cookie = own } = {}) => {
      const response = await fetch(`${instance.address}/api/v1${path}`, {
        method,
        body:
          (raw as string | Uint8Array<ArrayBuffer> | undefined) ??
          (body === undefined ? undefined : JSON.stringify(body)),
        headers: {
          [OWN_HEADER]: '1',
          ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
          ...(cookie ? { Cookie: cookie } : {}),
          ...headers,
        },
      });
      const bytes = Buffer.from(await response.arrayBuffer());
      const type = response.headers.get('content-type') ?? '';
      return {
        status: response.status,
        etag: response.headers.get('etag'),
        type,
        bytes,
        json: /json/.test(type) ? JSON.parse(bytes.toString('utf8')) : null,
      };
    },
  };
}
