import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms));
const SUPERVISE = "import('./scripts/supervise.mjs').then((m) => m.supervise())";
const isAlive = (pid: number) => {
  try {
    process.kill(pid, 0);
    return !/^Z/.test(readFileSync(`/proc/${pid}/stat`, 'utf8').replace(/^.*\) /s, ''));
  } catch {
    return false;
  }
};
const until = async (what: () => boolean, ms = 20_000) => {
  for (let waited = 0; waited < ms; waited += 100) {
    if (what()) return true;
    await sleep(100);
  }
  return false;
};

interface Started {
  readonly child: ChildProcess;
  readonly said: () => string;
  readonly data: string;
  readonly server: () => number;
  readonly database: () => number;
}

function start(command: string, args: string[], env: NodeJS.ProcessEnv = {}): Started {
  const data = mkdtempSync(join(tmpdir(), 'violet-jaw-supervise-'));
  let said = '';
  const { npm_lifecycle_event: _, ...own } = process.env;
  const child = spawn(command, args, {
    env: { ...own, PORT: '0', VIOLET_JAW_DATA: data, VIOLET_JAW_DEMO: 'no', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  for (const stream of [child.stdout!, child.stderr!])
    stream.on('data', (chunk: Buffer) => {
      said += chunk.toString();
    });
  const pidIn = (name: string) => () => (JSON.parse(readFileSync(join(data, name), 'utf8')) as { pid: number }).pid;
  return { child, data, said: () => said, server: pidIn('in-use.json'), database: pidIn('database-running.json') };
}
const readies = (s: Started) => s.said().split('is ready').length - 1;

test('a server that crashes comes back with its data, and why it ended is kept; ended by SIGTERM everything goes', async () => {
  const s = start(process.execPath, ['-e', SUPERVISE]);
  expect(await until(() => readies(s) === 1)).toBe(true);
  const [server, database] = [s.server(), s.database()];
  process.kill(server, 'SIGKILL');
  expect(await until(() => readies(s) === 2)).toBe(true);
  expect(readFileSync(join(s.data, 'crashes.log'), 'utf8')).toMatch(/ended by SIGKILL/);
  expect(s.server()).not.toBe(server);
  expect(s.database()).toBe(database);
  const second = s.server();
  s.child.kill('SIGTERM');
  expect(await until(() => !isAlive(second) && !isAlive(database) && s.child.exitCode !== null)).toBe(true);
  expect(s.child.exitCode).toBe(0);
}, 90_000);

test('what cannot start says why once and is not tried again', async () => {
  const other = createServer();
  await new Promise<void>((done) => other.listen(0, '127.0.0.1', () => done()));
  const s = start(process.execPath, ['-e', SUPERVISE], { PORT: String((other.address() as { port: number }).port) });
  expect(await until(() => s.child.exitCode !== null)).toBe(true);
  expect(s.child.exitCode).toBe(1);
  expect(s.said()).toMatch(/Port \d+ is in use\. Stop the other program or set PORT/);
  expect(existsSync(join(s.data, 'crashes.log'))).toBe(false);
  other.close();
}, 60_000);

test('when only npm gets the signal, server and database go as well', async () => {
  // stands for npm: it starts a shell that starts us, and dies without a word to either
  const npm = `require('child_process').spawn('sh', ['-c', ${JSON.stringify(`node -e "${SUPERVISE}"; true`)}], { stdio: 'inherit', env: { ...process.env, npm_lifecycle_event: 'start' } })`;
  const s = start(process.execPath, ['-e', npm]);
  expect(await until(() => readies(s) === 1)).toBe(true);
  const [server, database] = [s.server(), s.database()];
  s.child.kill('SIGKILL');
  expect(await until(() => !isAlive(server) && !isAlive(database))).toBe(true);
}, 90_000);

test('when whoever looks after the server is killed, the server ends and takes the database with it', async () => {
  const s = start(process.execPath, ['-e', SUPERVISE]);
  expect(await until(() => readies(s) === 1)).toBe(true);
  const [server, database] = [s.server(), s.database()];
  s.child.kill('SIGKILL');
  expect(await until(() => !isAlive(server) && !isAlive(database))).toBe(true);
}, 90_000);
