/**
 * `npm run check:cluster -- [edits] [kills] [seed]`: three nodes, a balancer and two processes on loopback. Edits at
 * the same moment through both, reads after writes, a node killed and a process killed under load, the node back
 * again. Needs Galera, rsync, haproxy from Debian.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { Dice } from '../core/src/testing/randomJobs';
import { sensorFootJob } from '../demo';
import { Cluster } from '../deploy/cluster/cluster.mjs';
import { ensurePrograms } from './ensure.mjs';

ensurePrograms({ mariadbd: 'mariadb-server', haproxy: 'haproxy', rsync: 'rsync', lsof: 'lsof', ip: 'iproute2' });
const [edits = 20, kills = 2, seed = 1] = process.argv.slice(2).map(Number);
const dice = new Dice(seed);
const folder = mkdtempSync(join(tmpdir(), 'vj-cluster-'));
// the database's user comes in, too
chmodSync(folder, 0o755);
const cluster = new Cluster(folder, 20_000 + 100 * dice.whole(0, 200));
const wrong: string[] = [];
const expected = (so: boolean, says: string) => {
  if (!so) wrong.push(says);
};
const own = { 'X-Violet-Jaw': '1', 'Content-Type': 'application/json' };

const processes: (ChildProcess | null)[] = [null, null];
async function startProcess(i: 0 | 1, url: string): Promise<void> {
  const child = spawn(process.execPath, ['dist/server/main.js'], {
    env: {
      ...process.env,
      PORT: String(cluster.base + 51 + i),
      VIOLET_JAW_DATA: join(folder, `p${i}`),
      VIOLET_JAW_DB_URL: url,
      VIOLET_JAW_FILES: 'database',
      VIOLET_JAW_BACKUPS: 'no',
      VIOLET_JAW_LOG: 'json',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  processes[i] = child;
  let said = '';
  await new Promise<void>((done, fail) => {
    child.stdout!.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      if (said.includes('is ready')) done();
    });
    child.once('exit', () => fail(new Error(`process ${i + 1} ended: ${said.slice(-800)}`)));
  });
}
const endProcess = async (i: 0 | 1, signal: NodeJS.Signals) => {
  const child = processes[i]!;
  if (child.exitCode !== null || child.signalCode) return;
  child.kill(signal);
  await new Promise((done) => child.once('exit', done));
};
const direct = (i: 0 | 1) => `http://127.0.0.1:${cluster.base + 51 + i}/api/v1`;
const balanced = `${cluster.address}/api/v1`;

let cookie = '';
interface Answer {
  readonly status: number;
  readonly etag: number;
  readonly json: { id?: string; notes?: string; total?: number; problems?: string[] } & Record<string, unknown>;
}
async function call(base: string, method: string, path: string, body?: unknown, revision?: number): Promise<Answer> {
  try {
    const response = await fetch(`${base}${path}`, {
      method,
      headers: { ...own, Cookie: cookie, ...(revision === undefined ? {} : { 'If-Match': `"${revision}"` }) },
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(20_000),
    });
    if (path === '/session') cookie = response.headers.get('set-cookie')?.split(';')[0] ?? cookie;
    return {
      status: response.status,
      etag: Number((response.headers.get('etag') ?? '"0"').replaceAll('"', '')),
      json: (await response.json().catch(() => ({}))) as Answer['json'],
    };
  } catch {
    return { status: 0, etag: 0, json: {} };
  }
}

async function togetherOnAnEmptyDatabase(): Promise<void> {
  await Promise.all([startProcess(0, cluster.url(1)), startProcess(1, cluster.url(2))]);
  await call(direct(0), 'POST', '/session', { name: 'Lead', password: 'violet-lead' });
  for (const i of [0, 1] as const)
    expected(
      (await call(direct(i), 'GET', '/jobs')).json.total === 5,
      `process ${i + 1} does not show the demo's five jobs with the other's cookie`,
    );
}

/**
 * Many edits of one job at the same moment, through processes on different nodes: one wins each round, the others are
 * told, nobody gets a 500.
 */
async function atTheSameMoment(): Promise<void> {
  const {
    json: { id },
  } = await call(direct(0), 'POST', '/jobs', { ...sensorFootJob(), number: 'C-1' });
  let acknowledged = 1;
  for (let round = 0; round < 3; round++) {
    const answers = await Promise.all(
      Array.from({ length: edits }, (_, n) =>
        call(
          direct((n % 2) as 0 | 1),
          'PUT',
          `/jobs/${id}`,
          { ...sensorFootJob(), number: 'C-1', notes: `${round} ${n}` },
          acknowledged,
        ),
      ),
    );
    const won = answers.filter((a) => a.status === 200).length;
    expected(
      won === 1 && answers.every((a) => a.status === 200 || a.status === 409),
      `round ${round}: ${answers.map((a) => a.status).join(' ')}`,
    );
    acknowledged += won;
  }
  // many different jobs at once, all numbers different, some the same
  const made = await Promise.all(
    Array.from({ length: edits }, (_, n) =>
      call(direct((n % 2) as 0 | 1), 'POST', '/jobs', { ...sensorFootJob(), number: `C-N-${Math.floor(n / 2)}` }),
    ),
  );
  expected(
    made.every((a) => a.status === 201 || a.status === 409) &&
      made.filter((a) => a.status === 201).length === Math.ceil(edits / 2),
    `new jobs: ${made.map((a) => a.status).join(' ')}`,
  );
}

/** What one process acknowledged, the other one reads at once. */
async function readAfterWrite(): Promise<void> {
  const {
    json: { id },
  } = await call(direct(0), 'POST', '/jobs', { ...sensorFootJob(), number: 'C-2' });
  let old = 0;
  for (let revision = 1; revision <= 100; revision++) {
    const by = (revision % 2) as 0 | 1;
    const { status, etag } = await call(
      direct(by),
      'PUT',
      `/jobs/${id}`,
      { ...sensorFootJob(), number: 'C-2', notes: String(revision) },
      revision,
    );
    expected(status === 200, `edit ${revision} after a read elsewhere: ${status}`);
    if ((await call(direct(by ? 0 : 1), 'GET', `/jobs/${id}`)).etag < etag) old += 1;
  }
  expected(old === 0, `${old} of 100 reads were older than what was acknowledged`);
}

/**
 * Edits through the balancer while something is killed: only 503 or no answer, for a few seconds, and nothing
 * acknowledged is lost.
 */
async function killedUnderLoad(name: string, kill: () => void | Promise<void>): Promise<void> {
  const jobs = await Promise.all(
    Array.from(
      { length: 4 },
      async (_, n) =>
        (await call(balanced, 'POST', '/jobs', { ...sensorFootJob(), number: `K-${name}-${n}` })).json.id!,
    ),
  );
  const last = jobs.map(() => ({ revision: 1, notes: '', tried: '' }));
  const failures: number[] = [];
  let [stop, done] = [false, 0];
  const editing = jobs.map(async (id, n) => {
    for (let k = 0; !stop; k++) {
      const notes = `${n} ${k}`;
      last[n].tried = notes;
      const { status, etag, json } = await call(
        balanced,
        'PUT',
        `/jobs/${id}`,
        { ...sensorFootJob(), number: `K-${name}-${n}`, notes },
        last[n].revision,
      );
      if (status === 200) {
        last[n] = { revision: etag, notes, tried: notes };
        done += 1;
        continue;
      }
      if (status === 409) {
        // an answer that was lost on its way: what is there must be what was tried last
        const { revision, document } = (
          json as unknown as { current: { revision: number; document: { notes: string } } }
        ).current ?? { revision: 0, document: { notes: '' } };
        expected(document.notes === notes || document.notes === last[n].tried, `${name}: an edit nobody made`);
        last[n] = { revision, notes: document.notes, tried: notes };
        continue;
      }
      expected(status === 503 || status === 0 || status === 502 || status === 504, `${name}: status ${status}`);
      failures.push(Date.now());
      await sleep(50);
    }
  });
  await sleep(1500);
  await kill();
  await sleep(7000);
  stop = true;
  await Promise.all(editing);
  const gap = failures.length > 0 ? (failures.at(-1)! - failures[0]) / 1000 : 0;
  console.log(`${name}: ${done} edits acknowledged, ${failures.length} refused within ${gap.toFixed(1)} s`);
  expected(gap <= 5, `${name}: errors for ${gap.toFixed(1)} s`);
  for (const [n, id] of jobs.entries()) {
    const { etag, json } = await call(balanced, 'GET', `/jobs/${id}`);
    expected(
      etag >= last[n].revision && (etag > last[n].revision || json.notes === last[n].notes),
      `${name}: job ${n} has revision ${etag} "${json.notes}", acknowledged was ${last[n].revision} "${last[n].notes}"`,
    );
  }
}

try {
  const from = Date.now();
  await cluster.start();
  console.log(`three nodes in ${((Date.now() - from) / 1000).toFixed(1)} s`);
  await togetherOnAnEmptyDatabase();
  await atTheSameMoment();
  await readAfterWrite();
  await Promise.all([endProcess(0, 'SIGTERM'), endProcess(1, 'SIGTERM')]);
  await Promise.all([startProcess(0, cluster.url()), startProcess(1, cluster.url())]);
  await sleep(2500);
  for (let k = 0; k < kills; k++) {
    const node = k === 0 ? 1 : dice.whole(1, 3);
    await killedUnderLoad(`node ${node} killed (${k + 1})`, () => cluster.kill(node));
    const back = Date.now();
    cluster.node(node);
    await cluster.synced(node);
    const log = readFileSync(cluster.at(node, 'log.err'), 'utf8');
    expected(/IST (received|request|complete)|Receiving IST/i.test(log), `node ${node} came back by a whole copy`);
    console.log(`node ${node} is back in ${((Date.now() - back) / 1000).toFixed(1)} s`);
    // the balancer goes back to the first node once it answers
    await sleep(4000);
  }
  const i = dice.whole(0, 1) as 0 | 1;
  await killedUnderLoad(`process ${i + 1} killed`, () => endProcess(i, 'SIGKILL'));
  await startProcess(i, cluster.url());
  const { json } = await call(balanced, 'POST', '/verify');
  expected(json.problems?.length === 0, `data: ${json.problems?.join(' ')}`);
} catch (error) {
  wrong.push(String(error));
} finally {
  for (const i of [0, 1] as const) if (processes[i]) await endProcess(i, 'SIGTERM');
  await cluster.stop();
}
for (const line of wrong.slice(0, 20)) console.log(line);
console.log(
  `check:cluster seed ${seed}: ${edits} edits at once, ${kills} nodes and 1 process killed, ${wrong.length} wrong`,
);
if (wrong.length === 0) rmSync(folder, { recursive: true, force: true });
else console.log(`what was there stays in ${folder}`);
process.exit(wrong.length > 0 ? 1 : 0);
