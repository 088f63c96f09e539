import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { signIn } from '../server/src/testing/testInstance';
import { print } from './measure';

/**
 * Twenty people with the application open: each asks something about once a second, one thing after another, not in
 * step with the others.
 */
const USERS = 20;
const PAUSE_MS = 1000;
const SECONDS = 15;

const dataFolder = mkdtempSync(join(tmpdir(), 'violet-jaw-bench-'));
const server = spawn(process.execPath, ['dist/server/main.js'], {
  env: { ...process.env, PORT: '0', VIOLET_JAW_DATA: dataFolder },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise<string>((done) => {
  let said = '';
  server.stdout.on('data', (chunk: Buffer) => {
    said += chunk.toString();
    const found = /ready: (http:\S+)/.exec(said);
    if (found) done(found[1]);
  });
});
const Cookie = await signIn(address);
const ask = async (path: string, headers: Record<string, string> = {}) => {
  const response = await fetch(`${address}/api/v1${path}`, { headers: { Cookie, ...headers } });
  if (response.status >= 400) throw new Error(`${path}: ${response.status}`);
  return { etag: response.headers.get('etag') ?? '', text: await response.text() };
};
// the demo's jobs are planned for the list after the start
while ((JSON.parse((await ask('/jobs')).text) as { jobs: { summary: unknown }[] }).jobs.some((j) => j.summary === null))
  await new Promise((done) => setTimeout(done, 500));
const { id } = (JSON.parse((await ask('/jobs')).text) as { jobs: { id: string; number: string }[] }).jobs.find(
  (j) => j.number === 'SK-1041',
)!;
const { etag } = await ask(`/jobs/${id}`);
// as an open page does: mostly whether something changed, now and then a whole document or list
const QUESTIONS: readonly (() => Promise<unknown>)[] = [
  () => ask(`/jobs/${id}`, { 'If-None-Match': etag }),
  () => ask(`/jobs/${id}`, { 'If-None-Match': etag }),
  () => ask(`/jobs/${id}`),
  () => ask('/jobs'),
  () => ask('/shop'),
  () => ask(`/jobs/${id}/runs`),
];
/** 95th percentile of what the users wait, ms. */
async function wait(questions: readonly (() => Promise<unknown>)[]): Promise<number> {
  const spent: number[] = [];
  const until = performance.now() + SECONDS * 1000;
  await Promise.all(
    Array.from({ length: USERS }, async (_, user) => {
      for (let k = user; performance.now() < until; k++) {
        await new Promise((done) => setTimeout(done, 2 * PAUSE_MS * Math.random()));
        const began = performance.now();
        await questions[k % questions.length]();
        spent.push(performance.now() - began);
      }
    }),
  );
  return spent.sort((a, b) => a - b)[Math.floor(spent.length * 0.95)];
}
const value = await wait(QUESTIONS);
const baseline = { what: 'the same, each with one bare query', value: await wait([() => ask('/health')]) };
const ended = new Promise((done) => server.once('exit', done));
server.kill('SIGTERM');
await ended;
rmSync(dataFolder, { recursive: true, force: true });
print({ figure: `API, 95th percentile, ${USERS} users`, value, unit: 'ms', baseline, target: '50 ms' });
