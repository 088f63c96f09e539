/**
 * `npm run check:load -- [people] [seconds] [jobs] [requests] [seed]`: people at work against a bare query at the same
 * load, lists with many jobs against lists with a hundred, memory over many requests. Everything in one run, as
 * ratios: machines differ.
 */
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { QueryTypes, Sequelize } from 'sequelize';
import { Dice } from '../core/src/testing/randomJobs';
import { sensorFootJob } from '../demo';
import { runningDatabase } from '../server/src/database/privateServer';
import { endOwn, startOwn } from './ownServer';

const [people = 100, seconds = 60, manyJobs = 10_000, requests = 100_000, seed = 1] = process.argv.slice(2).map(Number);
const dice = new Dice(seed);
const data = mkdtempSync(join(tmpdir(), 'violet-jaw-load-'));
const server = await startOwn(data);
const sql = new Sequelize(runningDatabase(data), { dialect: 'mariadb', logging: false });
const wrong: string[] = [];
const own = { 'X-Violet-Jaw': '1', 'Content-Type': 'application/json', Cookie: server.cookie };
let errors = 0;
interface Answer {
  readonly status: number;
  readonly etag: number;
  readonly json: Record<string, unknown> & { jobs?: { id: string }[]; letter?: string };
  readonly ms: number;
}

async function call(method: string, path: string, body?: unknown, revision?: number): Promise<Answer> {
  const from = performance.now();
  const answer = await fetch(`${server.address}/api/v1${path}`, {
    method,
    headers: { ...own, ...(revision === undefined ? {} : { 'If-Match': `"${revision}"` }) },
    body: body === undefined ? undefined : JSON.stringify(body),
  }).catch(() => null);
  const text = (await answer?.text()) ?? '';
  if (!answer || answer.status >= 500 || answer.status === 429) {
    errors += 1;
    if (errors < 5) console.log(`${answer?.status ?? 'no answer'} ${method} ${path} ${text.slice(0, 200)}`);
  }
  return {
    status: answer?.status ?? 0,
    etag: Number((answer?.headers.get('etag') ?? '"0"').replace(/\D/g, '')),
    json: text.startsWith('{') || text.startsWith('[') ? (JSON.parse(text) as Answer['json']) : {},
    ms: performance.now() - from,
  };
}
const at = (spent: number[], share: number) => [...spent].sort((a, b) => a - b)[Math.floor(spent.length * share)];
const residentMb = () =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid}/status`, 'utf8'))![1]) / 1024;
const descriptors = () => readdirSync(`/proc/${server.child.pid}/fd`).length;
const summariesDone = async () => {
  while (
    (
      await sql.query<{ n: number }>('SELECT COUNT(*) n FROM jobs WHERE summary IS NULL', { type: QueryTypes.SELECT })
    )[0].n > 0
  )
    await sleep(300);
};

const BARE = 'bare query';

/** Somebody at work: mostly looks, now and then edits, records at a machine, rarely issues. */
class Person {
  revision = 1;
  letter: string | null = null;
  run = randomUUID();
  constructor(
    readonly n: number,
    readonly id: string,
  ) {}

  /**
   * @returns what it waited for which kind of answer, ms; null: planning was waited for, which is no answer of the API
   * alone
   */
  async one(issues: boolean): Promise<readonly [string, number] | null> {
    if (dice.chance(0.1)) return [BARE, (await call('GET', '/health')).ms];
    const way = dice.next();
    if (way < 0.25) return ['list', (await call('GET', '/jobs')).ms];
    if (way < 0.35)
      return ['search', (await call('GET', `/jobs?search=${dice.one(['sensor', 'mill', 'LOAD-1', 'nothing'])}`)).ms];
    if (way < 0.55) return ['job', (await call('GET', `/jobs/${this.id}`)).ms];
    if (way < 0.65) return ['shop', (await call('GET', '/shop')).ms];
    if (way < 0.85 || this.letter === null) {
      if (issues && this.letter === null && dice.chance(0.03)) {
        const { json } = await call('POST', `/jobs/${this.id}/issues`, { note: '' }, this.revision);
        this.letter = json.letter ?? null;
        return null;
      }
      const { etag, ms, status } = await call(
        'PUT',
        `/jobs/${this.id}`,
        { ...sensorFootJob(), number: `LOAD-${this.n}`, notes: String(way) },
        this.revision,
      );
      if (status === 200) this.revision = etag;
      return ['edit', ms];
    }
    const event = { id: randomUUID(), at: new Date().toISOString(), stepId: 'run/machine', kind: 'back' };
    return [
      'event',
      (
        await call('POST', `/runs/${this.run}/events`, {
          jobId: this.id,
          letter: this.letter,
          startedAt: new Date().toISOString(),
          events: [event],
        })
      ).ms,
    ];
  }
}

/** All at once, each about once a second. @returns what they waited */
async function together(
  one: (n: number) => Promise<readonly [string, number] | null>,
): Promise<(readonly [string, number])[]> {
  const spent: (readonly [string, number])[] = [];
  const until = performance.now() + seconds * 1000;
  await Promise.all(
    Array.from({ length: people }, async (_, n) => {
      while (performance.now() < until) {
        await sleep(2000 * Math.random());
        const took = await one(n);
        if (took !== null) spent.push(took);
      }
    }),
  );
  return spent;
}

async function peopleAtWork(): Promise<void> {
  const all: Person[] = [];
  for (let n = 0; n < people; n++)
    all.push(new Person(n, String((await call('POST', '/jobs', { ...sensorFootJob(), number: `LOAD-${n}` })).json.id)));
  await summariesDone();
  const alone = await together(async () => [BARE, (await call('GET', '/health')).ms]);
  const work = await together((n) => all[n].one(false));
  const withIssues = await together((n) => all[n].one(true));
  const times = (of: readonly (readonly [string, number])[]) => of.map(([, ms]) => ms);
  const p95 = (of: readonly (readonly [string, number])[], bare: boolean) =>
    at(times(of.filter(([kind]) => (kind === BARE) === bare)), 0.95);
  const kinds = [...new Set(work.map(([kind]) => kind))];
  console.log(
    kinds.map((kind) => `${kind} ${at(times(work.filter(([k]) => k === kind)), 0.95).toFixed(0)}`).join(', '),
  );
  console.log(`a bare query when nobody asks anything else: ${p95(alone, true).toFixed(1)} ms`);
  for (const [what, spent] of [
    ['at work', work],
    [`at work, ${all.filter((p) => p.letter).length} sheets issued`, withIssues],
  ] as const) {
    const ratio = p95(spent, false) / p95(spent, true);
    console.log(
      `${people} people ${what}: 95 % within ${p95(spent, false).toFixed(1)} ms, a bare query among them ${p95(spent, true).toFixed(1)} ms; ratio ${ratio.toFixed(2)} (target 5); ${spent.length} requests`,
    );
    if (ratio > 5) wrong.push(`${people} people ${what}: ${ratio.toFixed(2)} times a bare query`);
  }
}

async function manyInTheList(): Promise<void> {
  const looks = async () => {
    const spent: Record<string, number[]> = { list: [], search: [], 'search for nothing': [] };
    for (let k = 0; k < 60; k++) {
      spent.list.push((await call('GET', '/jobs')).ms);
      spent.search.push((await call('GET', `/jobs?search=${dice.one(['LOAD-1', 'foot', 'mill'])}`)).ms);
      spent['search for nothing'].push((await call('GET', '/jobs?search=nothing')).ms);
    }
    return spent;
  };
  await summariesDone();
  const few = await looks();
  const [{ n: before }] = await sql.query<{ n: number }>('SELECT COUNT(*) n FROM jobs', { type: QueryTypes.SELECT });
  for (let k = before; k < manyJobs; k += 500) {
    await sql.query(
      `INSERT INTO jobs (id, number, part, part_revision, units, due, machine_id, revision, document, summary, summary_revision, summary_shop, open_findings, registers, tries, created_at, updated_at)
      SELECT UUID(), CONCAT('M-', ${k} + seq), part, part_revision, units, due, machine_id, 1, document, summary, 1, (SELECT revision FROM shop), open_findings, registers, 0, UTC_TIMESTAMP(), UTC_TIMESTAMP()
      FROM (SELECT * FROM jobs WHERE number = 'LOAD-0') one, seq_1_to_500`,
      { type: QueryTypes.INSERT },
    );
  }
  await sql.query(
    "INSERT IGNORE INTO job_words (word, job_id) SELECT w.word, j.id FROM jobs j JOIN job_words w ON w.job_id = (SELECT id FROM jobs WHERE number = 'LOAD-0') WHERE j.number LIKE 'M-%'",
    { type: QueryTypes.INSERT },
  );
  const [run] = await sql.query<{ id: string; account: string }>(
    'SELECT r.id, r.started_by account FROM runs r LIMIT 1',
    { type: QueryTypes.SELECT },
  );
  if (run)
    await sql.query(
      "INSERT INTO run_events (run_id, place, event_id, account_id, received_at, document) SELECT ?, 100000 + seq, CONCAT('load-', seq), ?, UTC_TIMESTAMP(), '{}' FROM seq_1_to_100000",
      { replacements: [run.id, run.account], type: QueryTypes.INSERT },
    );
  await sql.query('ANALYZE TABLE jobs, run_events', { type: QueryTypes.SELECT });
  await looks();
  const many = await looks();
  for (const what of Object.keys(few)) {
    const [a, b] = [at(few[what], 0.5), at(many[what], 0.5)];
    console.log(
      `${what}: ${a.toFixed(1)} ms with ${before} jobs, ${b.toFixed(1)} ms with ${manyJobs}; ratio ${(b / a).toFixed(2)} (target 1.5)`,
    );
    if (b / a > 1.5) wrong.push(`${what}: ${(b / a).toFixed(2)} times as long with ${manyJobs} jobs`);
  }
}

async function memory(): Promise<void> {
  const { id } = (await call('GET', '/jobs?size=1')).json.jobs![0];
  const paths = [
    '/jobs?size=10',
    `/jobs/${id}`,
    '/session',
    `/jobs/${id}/issues`,
    '/health',
    '/openapi.json',
    '/no-such',
  ];
  const seen: number[] = [];
  let done = 0;
  // as many as one address may ask in a minute are too few for this: the limit is told by another address for each
  while (done < requests) {
    await Promise.all(
      Array.from({ length: 20 }, async (_, k) => {
        const answer = await fetch(`${server.address}/api/v1${paths[(done + k) % paths.length]}`, {
          headers: { ...own, 'X-Forwarded-For': `198.51.${dice.whole(0, 255)}.${dice.whole(0, 255)}` },
        });
        await answer.arrayBuffer();
        if (answer.status >= 500) errors += 1;
      }),
    );
    done += 20;
    if (done % Math.max(20, Math.floor(requests / 10 / 20) * 20) === 0) seen.push(residentMb());
  }
  const [early, late] = [Math.max(...seen.slice(1, 4)), Math.max(...seen.slice(-3))];
  console.log(
    `memory over ${done} requests: ${seen.map((m) => Math.round(m)).join(' ')} MB; ${descriptors()} descriptors`,
  );
  if (late > early * 1.15 + 10) wrong.push(`memory grew from ${Math.round(early)} to ${Math.round(late)} MB`);
}

try {
  await peopleAtWork();
  await manyInTheList();
  await memory();
  if (errors > 0) wrong.push(`${errors} requests failed`);
} catch (error) {
  wrong.push(String(error));
}
await sql.close();
await endOwn(server);
for (const line of wrong) console.log(line);
console.log(
  `check:load seed ${seed}: ${people} people, ${manyJobs} jobs, ${requests} requests, ${errors} errors, ${wrong.length} missed`,
);
rmSync(data, { recursive: true, force: true });
process.exit(wrong.length > 0 ? 1 : 0);
