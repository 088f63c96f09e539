import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startInstance, type Instance } from '../instance';

export interface TestInstance extends Instance {
  readonly dataFolder: string;
  /** calls the API; `json` is what came back */
  call(method: string, path: string, options?: { body?: unknown; raw?: string | Buffer; headers?: Record<string, string> }): Promise<{ status: number; etag: string | null; type: string; json: any; bytes: Buffer }>;
}

/** A whole instance on loopback with a private MariaDB of its own. Needs the built worker (npm run build). */
export async function testInstance(options: { dataFolder?: string; demo?: boolean; databaseUrl?: string } = {}): Promise<TestInstance> {
  const dataFolder = options.dataFolder ?? mkdtempSync(join(tmpdir(), 'violet-jaw-test-'));
  const instance = await startInstance(
    { port: 0, host: '127.0.0.1', dataFolder, databaseUrl: options.databaseUrl ?? null, webFolder: null },
    { worker: join(process.cwd(), 'dist/server/plan.worker.js'), demoStep: options.demo ? 'demo/vane-bearing-block.step' : null },
    () => undefined,
  );
  return {
    ...instance, dataFolder,
    call: async (method, path, { body, raw, headers = {} } = {}) => {
      const response = await fetch(`${instance.address}/api/v1${path}`, {
        method, body: (raw as string | Uint8Array<ArrayBuffer> | undefined) ?? (body === undefined ? undefined : JSON.stringify(body)),
        headers: { ...(body === undefined ? {} : { 'Content-Type': 'application/json' }), ...headers },
      });
      const bytes = Buffer.from(await response.arrayBuffer());
      const type = response.headers.get('content-type') ?? '';
      return { status: response.status, etag: response.headers.get('etag'), type, bytes, json: /json/.test(type) ? JSON.parse(bytes.toString('utf8')) : null };
    },
  };
}
