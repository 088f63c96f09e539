import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The built server as a process of its own, with its private database, for checks that kill or load it. */
export interface OwnServer {
  readonly child: ChildProcess;
  readonly address: string;
  readonly cookie: string;
  databasePid(): number | null;
}

/** Starts it on a data folder and signs in. @param cookie of an earlier start: it is still good */
export async function startOwn(
  dataFolder: string,
  { port = 0, cookie = '', env = {} }: { port?: number; cookie?: string; env?: Record<string, string> } = {},
): Promise<OwnServer> {
  const child = spawn(process.execPath, ['dist/server/main.js'], {
    env: { ...process.env, VIOLET_JAW_BACKUPS: 'no', ...env, PORT: String(port), VIOLET_JAW_DATA: dataFolder },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  child.stderr.on('data', (chunk: Buffer) => {
    said = (said + chunk.toString()).slice(-4000);
  });
  const address = await new Promise<string>((done, fail) => {
    child.stdout.on('data', (chunk: Buffer) => {
      said = (said + chunk.toString()).slice(-4000);
      const found = /is ready: (http:[^\s"]+)/.exec(said);
      if (found) done(found[1]);
    });
    child.once('exit', (code) => fail(new Error(`the server ended with ${code}: ${said}`)));
  });
  const note = join(dataFolder, 'database-running.json');
  return {
    child,
    address,
    cookie: cookie || (await signIn(address)),
    databasePid: () => (existsSync(note) ? (JSON.parse(readFileSync(note, 'utf8')) as { pid: number }).pid : null),
  };
}

async function signIn(address: string): Promise<string> {
  const answer = await fetch(`${address}/api/v1/session`, {
    method: 'POST',
    headers: { 'X-Violet-Jaw': '1', 'Content-Type': 'application/json' },
    body: JSON.stringify({ name: 'Lead', password: 'violet-lead' }),
  });
  if (answer.status !== 201) throw new Error(`not signed in: ${answer.status}`);
  return answer.headers.get('set-cookie')!.split(';')[0];
}

export function endOwn({ child }: OwnServer, signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
  return new Promise((done) => {
    if (child.exitCode !== null || child.signalCode) {
      done();
      return;
    }
    child.once('exit', () => done());
    child.kill(signal);
  });
}
