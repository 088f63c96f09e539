import { print } from './measure';
import { startBenchServer } from './server';

/**
 * Twenty people with the application open: each asks something about once a second, one thing after another, not in
 * step with the others.
 */
const USERS = 20;
const PAUSE_MS = 1000;
const SECONDS = 15;

const server = await startBenchServer();
const { address, jobId: id } = server;
const ask = async (path: string, headers: Record<string, string> = {}) => {
  const response = await fetch(`${address}/api/v1${path}`, { headers: { Cookie: server.cookie, ...headers } });
  if (response.status >= 400) throw new Error(`${path}: ${response.status}`);
  return { etag: response.headers.get('etag') ?? '', text: await response.text() };
};
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
await server.stop();
print({ figure: `API, 95th percentile, ${USERS} users`, value, unit: 'ms', baseline, target: '50 ms' });
