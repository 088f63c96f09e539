/**
 * `npm run check:fuzz -- [requests] [files] [seed]`: random requests against a server of its own, and damaged part
 * files through the reader:
 * no answer of 5xx, none later than the limit, no dead process.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { insulatorPlateJob, sensorFootJob, demoShop } from '../demo';
import { jobFile, newJob } from '@violet-jaw/core/job';
import { Dice } from '../core/src/testing/randomJobs';
import { Stopped, WorkPool } from '../server/src/work';

const [requests = 2000, files = 200, seed = 1] = process.argv.slice(2).map(Number);
const LATE_MS = 10_000;
/** Issuing plans and prints: eight asked for at once by one person take turns in two processes. */
const LATE_ISSUE_MS = 60_000;
/** open files of all other kinds that are read, from the test folder of occt-import-js */
const OPEN_FILES = [
  'cube-10x10mm/Cube 10x10.igs',
  'cube-10x10mm/Cube 10x10.stl',
  'cax-if-brep/as1_pe_203.brep',
  'cax-if/sg1-c5-214.stp',
  'cax-if/io1-cm-214.stp',
].map((path) => `node_modules/occt-import-js/test/testfiles/${path}`);
const dice = new Dice(seed);
const data = mkdtempSync(join(tmpdir(), 'violet-jaw-fuzz-'));

const inAddress = (value: unknown) => encodeURIComponent(String(value).replace(/[\ud800-\udfff]/g, '?'));

const UGLY: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  '\u0000',
  'x'.repeat(5000),
  '\ud800',
  '../../etc/passwd',
  "'; DROP TABLE jobs; --",
  '<script>',
  -1,
  0,
  1e308,
  -1e-320,
  1e21,
  2 ** 53,
  [],
  {},
  [[]],
  { $ne: 1 },
  '__proto__',
  'NaN',
  '9999-99-99',
  '2026-02-30',
];

/** The document with one to three leaves made ugly, taken out or doubled. */
function spoiled(document: unknown): unknown {
  const copy = structuredClone(document);
  for (let n = dice.whole(1, 3); n > 0; n--) {
    let at = copy as Record<string, unknown>;
    for (let depth = 0; depth < 12; depth++) {
      const keys = at !== null && typeof at === 'object' ? Object.keys(at) : [];
      if (keys.length === 0) break;
      const key = dice.one(keys);
      const next = at[key];
      if (next === null || typeof next !== 'object' || dice.chance(0.25)) {
        const way = dice.whole(0, 5);
        if (way === 0) delete at[key];
        else if (way === 1) at[`${key}2`] = next;
        else if (way === 2 && Array.isArray(next))
          at[key] = Array.from({ length: dice.one([0, 50, 3000]) }, () => next[0] ?? {});
        else at[key] = structuredClone(dice.one(UGLY));
        break;
      }
      at = next as Record<string, unknown>;
    }
  }
  return copy;
}

async function fuzzRequests(): Promise<string[]> {
  const server = spawn(process.execPath, ['dist/server/main.js'], {
    env: { ...process.env, PORT: '0', VIOLET_JAW_DATA: data },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  let dead = false;
  process.on('exit', () => {
    server.kill('SIGTERM');
  });
  server.stderr.on('data', (chunk: Buffer) => {
    said += chunk.toString();
  });
  server.on('exit', () => {
    dead = true;
  });
  const address = await new Promise<string>((done) =>
    server.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const found = /is ready: (\S+)/.exec(said);
      if (found) done(found[1]);
    }),
  );
  const base = `${address}/api/v1`;
  const own = { 'X-Violet-Jaw': '1', 'Content-Type': 'application/json' };
  const signedIn = await fetch(`${base}/session`, {
    method: 'POST',
    headers: own,
    body: JSON.stringify({ name: 'Lead', password: 'violet-lead' }),
  });
  const cookie = signedIn.headers.get('set-cookie')!.split(';')[0];
  const list = (
    (await (await fetch(`${base}/jobs`, { headers: { Cookie: cookie } })).json()) as { jobs: { id: string }[] }
  ).jobs.map((j) => j.id);
  const wrong: string[] = [];
  const event = {
    id: 'a-fuzzed-event',
    at: '',
    stepId: 'run/machine',
    kind: 'answer',
    values: { homed: true, 'common-x': 0 },
  };
  const some = () => dice.one([...list, '00000000-0000-4000-8000-000000000000', 'x', '%00', '..%2f..', "a'b"]);
  const makes: readonly (() => { method: string; path: string; body?: unknown })[] = [
    () => ({
      method: 'GET',
      path: `/jobs?search=${inAddress(dice.one(UGLY))}&page=${inAddress(dice.one(UGLY))}&show=${dice.one(['all', 'open findings', '%'])}`,
    }),
    () => ({
      method: 'GET',
      path: `/jobs/${some()}${dice.one(['', '/issues', '/runs', '/audit', '/readings', '/issues/A/sheet', '/issues/A/run', '/issues/%F0%9F/sheet.pdf', '/issues/A/control.nc?part=x'])}`,
    }),
    () => ({
      method: 'GET',
      path: dice.one([
        '/shop',
        '/audit',
        '/accounts',
        '/openapi.json',
        '/health',
        `/files/${'a'.repeat(64)}`,
        '/files/..%2f..%2fetc',
        `/machines/${inAddress(dice.one(UGLY))}/registers`,
        '/nothing',
        '/jobs/%',
        '/bin',
        '/backups',
        `/backups/${inAddress(dice.one(UGLY))}`,
        `/news?topics=${inAddress(dice.one(UGLY))}`,
        '/session/all',
      ]),
    }),
    () => ({ method: 'POST', path: '/jobs', body: spoiled({ ...sensorFootJob(), number: `F-${dice.whole(1, 1e6)}` }) }),
    () => ({ method: 'PUT', path: `/jobs/${some()}`, body: spoiled(insulatorPlateJob('x.dxf', 'a'.repeat(64))) }),
    () => ({ method: 'PUT', path: '/shop', body: spoiled(demoShop) }),
    () => ({ method: 'POST', path: '/jobs/read', body: spoiled(jobFile(sensorFootJob(), demoShop)) }),
    () => ({
      method: 'POST',
      path: '/jobs/import',
      body: spoiled(jobFile({ ...sensorFootJob(), number: `I-${dice.whole(1, 1e6)}` }, demoShop)),
    }),
    () => ({ method: 'POST', path: `/jobs/${some()}/issues`, body: spoiled({ note: 'fuzz' }) }),
    () => ({
      method: 'POST',
      path: `/runs/00000000-0000-4000-8000-${String(dice.whole(1, 50)).padStart(12, '0')}/events`,
      body: spoiled({ jobId: some(), letter: 'A', startedAt: '', events: [event, event] }),
    }),
    () => ({
      method: 'POST',
      path: '/accounts',
      body: spoiled({ name: `fuzz ${dice.whole(1, 1e6)}`, role: 'operator', password: 'three words apart' }),
    }),
    () => ({
      method: 'POST',
      path: dice.one([`/bin/${some()}`, `/backups/${inAddress(dice.one(UGLY))}/restore`, '/verify']),
      body: spoiled({}),
    }),
    () => ({
      method: 'PUT',
      path: dice.one([`/accounts/${some()}`, '/session/password']),
      body: spoiled({ role: 'operator', active: true, current: 'x', password: 'three words apart' }),
    }),
    () => ({
      method: dice.one(['DELETE', 'PATCH', 'PUT', 'OPTIONS', 'HEAD', 'TRACE'].filter((m) => m !== 'TRACE')),
      path: dice.one([`/runs/${some()}`, '/jobs', '/shop', `/jobs/x`]),
    }),
  ];
  let [done, slowest] = [0, 0];
  const one = async () => {
    const { method, path, body } = dice.one(makes)();
    const raw = dice.chance(0.05)
      ? dice.one(['{', '[1,', '"', '\u0000', '['.repeat(50_000), '{"a":'.repeat(100), 'null', '1e999'])
      : body === undefined
        ? undefined
        : JSON.stringify(body);
    const headers: Record<string, string> = {
      ...own,
      Cookie: dice.chance(0.97) ? cookie : 'violet-jaw=s%3Ax.y',
      'If-Match': dice.one(['"1"', '"0"', 'x', '"99999999999999999999"', 'W/"1"']),
      ...(dice.chance(0.05)
        ? {
            'Content-Type': dice.one([
              'text/plain',
              'application/xml',
              'application/json; charset=utf-7',
              'multipart/form-data',
            ]),
          }
        : {}),
    };
    const late = method === 'POST' && path.endsWith('/issues') ? LATE_ISSUE_MS : LATE_MS;
    const from = performance.now();
    try {
      const answer = await fetch(`${base}${path}`, {
        method,
        headers,
        body: method === 'GET' || method === 'HEAD' ? undefined : raw,
        signal: AbortSignal.timeout(late * 2),
      });
      await answer.arrayBuffer();
      if (answer.status >= 500) wrong.push(`${answer.status} ${method} ${path} ${(raw ?? '').slice(0, 300)}`);
    } catch (error) {
      // what is no request at all never leaves this side
      if (error instanceof TypeError && /Invalid|invalid|URL/.test(`${error.message} ${String(error.cause)}`)) return;
      wrong.push(`no answer ${method} ${path}: ${String(error)} ${String((error as Error).cause)}`);
    }
    const took = performance.now() - from;
    slowest = Math.max(slowest, took);
    if (took > late) wrong.push(`${Math.round(took)} ms ${method} ${path}`);
    done += 1;
  };
  while (done < requests && wrong.length < 20 && !dead) await Promise.all(Array.from({ length: 8 }, one));
  if (dead) wrong.push(`the server ended: ${said.slice(-500)}`);
  server.kill('SIGTERM');
  await new Promise((end) => {
    if (dead) end(null);
    else server.once('exit', end);
  });
  console.log(`${done} requests, slowest ${Math.round(slowest)} ms`);
  return wrong;
}

/** A file with some of its bytes changed, taken out, doubled or cut off. */
function damaged(bytes: Buffer): Buffer {
  let out = Buffer.from(bytes);
  for (let n = dice.whole(1, 4); n > 0 && out.length > 10; n--) {
    const [at, length] = [dice.whole(0, out.length - 2), dice.one([1, 2, 10, 200, 3000])];
    const way = dice.whole(0, 4);
    if (way === 0) out = out.subarray(0, at);
    else if (way === 1) out = Buffer.concat([out.subarray(0, at), out.subarray(at + length)]);
    else if (way === 2)
      out = Buffer.concat([out.subarray(0, at), out.subarray(Math.max(0, at - length), at), out.subarray(at)]);
    else if (way === 3) for (let k = at; k < Math.min(out.length, at + length); k++) out[k] = dice.whole(0, 255);
    else {
      const text = out.toString('latin1');
      const numbers = [...text.matchAll(/\d+\.?\d*/g)];
      const found = numbers.length > 0 ? dice.one(numbers) : null;
      if (found)
        out = Buffer.from(
          text.slice(0, found.index) +
            dice.one(['0', '-1', '1e308', '1e-320', '99999999', 'NaN', '']) +
            text.slice(found.index + found[0].length),
          'latin1',
        );
    }
  }
  return out;
}

async function fuzzFiles(): Promise<string[]> {
  const pool = new WorkPool('dist/cli/child.js', 2);
  const wrong: string[] = [];
  const sources = [
    'demo/vane-bearing-block.step',
    'demo/d-window.dxf',
    'demo/insulator-plate.dxf',
    'demo/louver-frame.dxf',
    ...OPEN_FILES,
  ].map((path) => ({ path, bytes: readFileSync(path) }));
  const count = { read: 0, refused: 0, stopped: 0 };
  const one = async (i: number) => {
    const { path, bytes } = dice.one(sources);
    const name = `fuzz-${i}${path.slice(path.lastIndexOf('.'))}`;
    writeFileSync(join(data, name), damaged(bytes));
    writeFileSync(
      join(data, `${name}.json`),
      JSON.stringify(
        jobFile(
          newJob({ number: name, part: 'fuzz', units: 'mm' }, { file: name, unit: 'mm', thickness: 3, body: 0 }),
          demoShop,
        ),
      ),
    );
    try {
      const { text } = await pool.run<{ text: string }>({
        name: 'planLine',
        input: join(data, `${name}.json`),
        lane: 'asked',
        owner: String(i % 7),
        limits: { cpuSeconds: 20, wallSeconds: 120, memoryMb: 1500 },
      });
      if ((JSON.parse(text) as { ok: boolean }).ok) count.read += 1;
      else count.refused += 1;
    } catch (error) {
      if (error instanceof Stopped && (error.why === 'time' || error.why === 'memory')) count.stopped += 1;
      else wrong.push(`${name}: ${String(error)} ${error instanceof Stopped ? error.why : ''}`);
    }
  };
  for (let i = 0; i < files; i += 4) await Promise.all([0, 1, 2, 3].map((k) => one(i + k)));
  pool.close();
  console.log(
    `${files} files: ${count.read} read, ${count.refused} refused in words, ${count.stopped} stopped at a limit`,
  );
  return wrong;
}

const wrong = [...(await fuzzRequests()), ...(await fuzzFiles())];
for (const line of wrong.slice(0, 20)) console.log(line);
console.log(`check:fuzz seed ${seed}: ${requests} requests, ${files} files, ${wrong.length} wrong`);
if (wrong.length === 0) rmSync(data, { recursive: true, force: true });
else console.log(`the data and the files stay in ${data}`);
process.exit(wrong.length > 0 ? 1 : 0);
