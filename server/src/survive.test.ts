import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QueryTypes, Sequelize } from 'sequelize';
import { sensorFootJob } from '../../demo';
import { startPrivateServer } from './database/privateServer';
import { signIn, testInstance } from './testing/testInstance';

const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** The built server as its own process, the way a shop runs it. */
async function startProcess(dataFolder: string): Promise<{ child: ChildProcess; address: string }> {
  const child = spawn(process.execPath, ['dist/server/main.js'], {
    env: { ...process.env, PORT: '0', VIOLET_JAW_DATA: dataFolder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise<string>((done, fail) => {
    let said = '';
    child.stdout!.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const found = /ready: (http:\S+)/.exec(said);
      if (found) done(found[1]);
    });
    child.once('exit', (code) => fail(new Error(`ended with ${code}: ${said}`)));
  });
  return { child, address };
}

const ended = (child: ChildProcess) =>
  new Promise<number | null>((done) => {
    child.once('exit', (code) => done(code));
  });

test('killed between two edits, nothing that was answered as saved is lost; Ctrl+C stops both cleanly', async () => {
  const dataFolder = mkdtempSync(join(tmpdir(), 'violet-jaw-kill-'));
  const first = await startProcess(dataFolder);
  const Cookie = await signIn(first.address);
  const made = await fetch(`${first.address}/api/v1/jobs`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'X-Violet-Jaw': '1', Cookie },
    body: JSON.stringify({ ...sensorFootJob(), number: 'KILL-1' }),
  });
  const { id } = (await made.json()) as { id: string };
  let saved = 0;
  const job = { ...sensorFootJob(), number: 'KILL-1' };
  const writing = (async () => {
    for (let i = 1; i < 500; i++) {
      const answer = await fetch(`${first.address}/api/v1/jobs/${id}`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json', 'X-Violet-Jaw': '1', Cookie, 'If-Match': `"${i}"` },
        body: JSON.stringify({ ...job, notes: `edit ${i}` }),
      });
      if (answer.status === 200) saved = i;
    }
  })().catch(() => undefined);
  await sleep(700);
  const exited = ended(first.child);
  first.child.kill('SIGKILL');
  await exited;
  await writing;
  expect(saved).toBeGreaterThan(3);

  const second = await startProcess(dataFolder);
  const back = (await (await fetch(`${second.address}/api/v1/jobs/${id}`, { headers: { Cookie } })).json()) as {
    notes: string;
  };
  expect(Number(back.notes.replace('edit ', ''))).toBeGreaterThanOrEqual(saved);

  const { pid } = JSON.parse(readFileSync(join(dataFolder, 'database-running.json'), 'utf8')) as { pid: number };
  const stopped = ended(second.child);
  second.child.kill('SIGINT');
  expect(await stopped).toBe(0);
  expect(() => process.kill(pid, 0)).toThrow();
}, 120_000);

test('while the database is away the API says so; it comes back by itself and finds its data', async () => {
  const at = await testInstance();
  const {
    json: { id },
  } = await at.call('POST', '/jobs', { body: sensorFootJob() });
  process.kill(at.database!.pid()!, 'SIGKILL');
  const away = await at.call('PUT', `/jobs/${id}`, { body: sensorFootJob(), headers: { 'If-Match': '"1"' } });
  expect(away).toMatchObject({ status: 503, json: { detail: expect.stringMatching(/database is not answering/) } });
  expect((await at.call('GET', '/health')).status).toBe(503);
  let back = await at.call('GET', `/jobs/${id}`);
  for (let i = 0; i < 100 && back.status !== 200; i++) {
    await sleep(200);
    back = await at.call('GET', `/jobs/${id}`);
  }
  expect(back).toMatchObject({ status: 200, etag: '"1"', json: { number: 'SK-1007' } });
  await at.stop();
}, 120_000);

test('the database keeps its temporary tables to itself, and one whose making was cut short is made anew', async () => {
  // what another server on this machine is working with, by the name MariaDB gives it
  const ofAnother = ['MAI', 'MAD'].map((ending) => join(tmpdir(), `#sql-temptable-${process.pid}-1-1.${ending}`));
  for (const file of ofAnother) writeFileSync(file, '');
  const dataFolder = mkdtempSync(join(tmpdir(), 'violet-jaw-test-'));
  mkdirSync(join(dataFolder, 'database-new', 'mysql'), { recursive: true });
  const at = await testInstance({ dataFolder });
  expect((await at.call('GET', '/jobs')).status).toBe(200);
  expect(ofAnother.map((file) => existsSync(file))).toEqual([true, true]);
  expect(existsSync(join(dataFolder, 'database-new'))).toBe(false);
  await at.stop();
  for (const file of ofAnother) rmSync(file);
}, 120_000);

test('an existing server is used instead of a private one when its address is given', async () => {
  const owner = await testInstance();
  const other = await startPrivateServer(mkdtempSync(join(tmpdir(), 'violet-jaw-other-')), () => undefined);
  const guest = await testInstance({ demo: true, databaseUrl: other.url });
  expect(guest.database).toBeNull();
  expect((await guest.call('GET', '/jobs')).json.jobs).toHaveLength(11);
  expect((await owner.call('GET', '/jobs')).json.jobs).toHaveLength(0);
  await guest.stop();
  await other.stop();
  await owner.stop();
}, 120_000);

test('a second start finds the data again', async () => {
  const first = await testInstance({ demo: true });
  await first.stop();
  const second = await testInstance({ dataFolder: first.dataFolder, demo: true });
  expect((await second.call('GET', '/jobs')).json.jobs).toHaveLength(11);
  await second.stop();
}, 120_000);

test('an audit entry stands or falls with what it tells of, and many at once do not starve each other', async () => {
  const at = await testInstance();
  const sequelize = new Sequelize(at.database!.url, { dialect: 'mariadb', logging: false });
  const accepted = (says: string) => [
    { code: 'stop-touches-nothing', setupId: 'op-10', says, reason: 'it is held by hand', by: 'Planner' },
  ];
  const job = (n: number, says?: string) => ({
    ...sensorFootJob(),
    number: `A-${n}`,
    accepted: says ? accepted(says) : [],
  });
  const ids = await Promise.all(
    Array.from({ length: 12 }, async (_, i) => (await at.call('POST', '/jobs', { body: job(i) })).json.id as string),
  );
  const all = await Promise.all(
    ids.map((id, i) =>
      at.call('PUT', `/jobs/${id}`, { body: job(i, 'The stop touches nothing.'), headers: { 'If-Match': '"1"' } }),
    ),
  );
  expect(all.map((r) => r.status)).toEqual(ids.map(() => 200));
  expect(((await at.call('GET', `/jobs/${ids[7]}/audit`)).json as { action: string }[]).map((e) => e.action)).toEqual([
    'accepted a stop',
  ]);
  // where it cannot be told who accepted, it is not accepted
  await sequelize.query('RENAME TABLE audit TO audit_away');
  expect(
    (await at.call('PUT', `/jobs/${ids[0]}`, { body: job(0, 'Another stop.'), headers: { 'If-Match': '"2"' } })).status,
  ).toBeGreaterThanOrEqual(500);
  await sequelize.query('RENAME TABLE audit_away TO audit');
  expect(await at.call('GET', `/jobs/${ids[0]}`)).toMatchObject({
    etag: '"2"',
    json: { accepted: [{ says: 'The stop touches nothing.' }] },
  });
  expect(await at.call('PUT', `/jobs/${ids[0]}`, { body: job(1), headers: { 'If-Match': '"2"' } })).toMatchObject({
    status: 409,
    json: { detail: expect.stringMatching(/There is a job A-1 already/) },
  });
  const twice = await Promise.all([0, 1].map(() => at.call('POST', '/jobs', { body: job(99) })));
  expect(twice.map((r) => r.status).sort()).toEqual([201, 409]);
  await sequelize.close();
  await at.stop();
}, 120_000);

test('a note of the running database that was cut short is no obstacle; one that is taken over is started again when it dies', async () => {
  const dataFolder = mkdtempSync(join(tmpdir(), 'violet-jaw-note-'));
  writeFileSync(join(dataFolder, 'database-running.json'), '{"pid": 12');
  const first = await startPrivateServer(dataFolder, () => undefined);
  const pid = first.pid()!;
  // as if whoever started it had been killed: nobody stops it
  const second = await startPrivateServer(dataFolder, () => undefined);
  expect([second.pid(), second.url]).toEqual([pid, first.url]);
  process.kill(pid, 'SIGKILL');
  // the first one is gone with it: only who took it over looks after it
  await first.stop();
  for (let i = 0; i < 150 && (second.pid() === pid || existsSync(join(dataFolder, 'database-running.json.new'))); i++)
    await sleep(100);
  expect(second.pid()).not.toBe(pid);
  const sequelize = new Sequelize(second.url, { dialect: 'mariadb', logging: false });
  let answer: unknown = null;
  for (let i = 0; i < 100 && answer === null; i++) {
    answer = await sequelize.query('SELECT 1 AS one', { type: QueryTypes.SELECT }).then(
      (rows: unknown) => rows,
      () => null,
    );
    if (answer === null) await sleep(200);
  }
  expect(answer).toEqual([{ one: 1 }]);
  await sequelize.close();
  await second.stop();
}, 120_000);
