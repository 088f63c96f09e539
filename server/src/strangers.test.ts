import { spawnSync } from 'node:child_process';
import { mkdtempSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createConnection } from 'mariadb';
import { QueryTypes, Sequelize } from 'sequelize';
import { startPrivateServer } from './database/privateServer';
import { lockData } from './dataLock';
import { sensorFootJob } from '../../demo';
import { testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
beforeAll(async () => {
  at = await testInstance();
}, 60_000);
afterAll(async () => {
  await at.stop();
});

describe('a page of another site', () => {
  const post = async (
    headers: Record<string, string>,
    body: string = JSON.stringify({ ...sensorFootJob(), number: 'STRANGE' }),
  ) => {
    const response = await fetch(`${at.address}/api/v1/jobs`, {
      method: 'POST',
      headers: { Cookie: at.cookie(), ...headers },
      body,
    });
    return { status: response.status, said: (await response.json()) as { title: string } };
  };
  const json = { 'Content-Type': 'application/json' };

  test("cannot change anything with a person's cookie", async () => {
    expect(await post({ ...json, Origin: 'http://elsewhere.example' })).toMatchObject({
      status: 403,
      said: { title: 'Not from our pages' },
    });
    expect(await post({ ...json, Origin: 'null' })).toMatchObject({ status: 403 });
    expect(await post(json)).toMatchObject({ status: 403 });
    expect(await post({ 'Content-Type': 'text/plain', Origin: 'http://elsewhere.example' })).toMatchObject({
      status: 403,
    });
  });

  test('our own may, and scripts that say so; text is no JSON even then', async () => {
    expect((await post({ ...json, Origin: at.address })).status).toBe(201);
    expect(await post({ 'Content-Type': 'text/plain', Origin: at.address })).toMatchObject({ status: 415 });
    expect(await post({ ...json, 'X-Violet-Jaw': '1' }, '{}')).toMatchObject({ status: 400 });
  });
});

test('answers are not kept by anybody on the way, but files are by who asked', async () => {
  for (const path of ['/jobs', '/shop', '/session', '/audit', '/health']) {
    const response = await fetch(`${at.address}/api/v1${path}`, { headers: { Cookie: at.cookie() } });
    expect([path, response.headers.get('cache-control')]).toEqual([path, 'no-store']);
  }
});

describe('bodies that ask for work', () => {
  test('a thousand empty events are refused at once', async () => {
    const from = performance.now();
    const answer = await at.call('POST', '/runs/00000000-0000-4000-8000-000000000001/events', {
      body: {
        jobId: '00000000-0000-4000-8000-000000000001',
        letter: 'A',
        startedAt: '',
        events: Array.from({ length: 1000 }, () => ({})),
      },
    });
    expect(answer).toMatchObject({ status: 400, json: { problems: ['events: at most 500 entries are taken.'] } });
    const fewer = await at.call('POST', '/runs/00000000-0000-4000-8000-000000000001/events', {
      body: {
        jobId: '00000000-0000-4000-8000-000000000001',
        letter: 'A',
        startedAt: '',
        events: Array.from({ length: 500 }, () => ({})),
      },
    });
    expect(fewer.status).toBe(400);
    // looked at one by one they took 18 s
    expect(performance.now() - from).toBeLessThan(5000);
  });

  test('too deep, too large and too many are told as that', async () => {
    const sent = (raw: string) => at.call('POST', '/jobs', { raw, headers: { 'Content-Type': 'application/json' } });
    expect(await sent('['.repeat(100_000))).toMatchObject({
      status: 400,
      json: { detail: expect.stringContaining('nested more than 40 deep') },
    });
    expect(await sent(JSON.stringify({ notes: 'x'.repeat(1_200_000) }))).toMatchObject({ status: 413 });
    expect((await sent(JSON.stringify(Array.from({ length: 100_000 }, () => ({}))))).status).toBe(400);
  });
});

describe('the private database', () => {
  const sql = async (statement: string) => {
    const sequelize = new Sequelize(at.database!.url, { dialect: 'mariadb', logging: false });
    try {
      return (await sequelize.query(statement, { type: QueryTypes.SELECT })) as Record<string, unknown>[];
    } finally {
      await sequelize.close();
    }
  };
  const socket = () => decodeURIComponent(new URL(at.database!.url).searchParams.get('socketPath')!);

  test('has no port, and its socket lies where only its owner comes', async () => {
    expect(await sql("SHOW VARIABLES WHERE Variable_name IN ('skip_networking', 'port', 'local_infile')")).toEqual(
      expect.arrayContaining([
        { Variable_name: 'skip_networking', Value: 'ON' },
        { Variable_name: 'port', Value: '0' },
        { Variable_name: 'local_infile', Value: 'OFF' },
      ]),
    );
    expect(statSync(at.dataFolder).mode & 0o077).toBe(0);
  });

  test('another user of the machine does not reach it', () => {
    if (process.getuid?.() !== 0) return;
    const script = `require('net').connect(${JSON.stringify(socket())}).on('connect', () => { console.log('in'); process.exit(); }).on('error', (e) => console.log(e.code))`;
    const tried = spawnSync(process.execPath, ['-e', script], { uid: 65_534, gid: 65_534, encoding: 'utf8', cwd: '/' });
    expect(tried.stdout.trim()).toBe('EACCES');
  });

  test.each([
    ['root', ''],
    ['', ''],
    ['root', 'wrong'],
    ['violet', ''],
  ])('lets in nobody as %p with password %p', async (user, password) => {
    await expect(createConnection({ socketPath: socket(), user, password, connectTimeout: 1000 })).rejects.toThrow(
      /Access denied/,
    );
  });

  test('our account does what it needs in its own database, and nothing else', async () => {
    expect(await sql('SELECT DATABASE() AS d, CURRENT_USER() AS u')).toEqual([
      { d: 'violet_jaw', u: 'violet@localhost' },
    ]);
    for (const statement of [
      'SELECT * FROM mysql.global_priv',
      "SELECT LOAD_FILE('/etc/passwd') AS f INTO OUTFILE '/tmp/violet-jaw-out'",
      'CREATE DATABASE other',
      "CREATE USER x IDENTIFIED BY 'y'",
      'SET GLOBAL general_log = 1',
    ]) {
      await expect(sql(statement)).rejects.toThrow(/denied/i);
    }
    expect(await sql("SELECT LOAD_FILE('/etc/passwd') AS f")).toEqual([{ f: null }]);
  });
});

test('a second start on the same data is refused with a sentence, and the first goes on; after a kill the data is free', async () => {
  await expect(testInstance({ dataFolder: at.dataFolder })).rejects.toThrow(
    /is in use by process \d+ since .*VIOLET_JAW_DATA/,
  );
  expect((await at.call('GET', '/health')).status).toBe(200);
  const dead = spawnSync(process.execPath, ['-e', '']).pid;
  const folder = mkdtempSync(join(tmpdir(), 'violet-jaw-lock-'));
  writeFileSync(join(folder, 'in-use.json'), JSON.stringify({ pid: dead, began: '1', since: '' }));
  lockData(folder)();
  // the same number given to another process later
  writeFileSync(join(folder, 'in-use.json'), JSON.stringify({ pid: process.pid, began: '1', since: '' }));
  lockData(folder)();
  writeFileSync(join(folder, 'in-use.json'), '{"pid": 1');
  lockData(folder)();
});

test('a database folder of before keeps its data and loses the accounts that anybody could use', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'violet-jaw-before-'));
  const data = join(folder, 'database');
  expect(
    spawnSync('mariadb-install-db', [
      '--no-defaults',
      `--datadir=${data}`,
      '--auth-root-authentication-method=normal',
      ...(process.getuid?.() === 0 ? ['--user=root'] : []),
    ]).status,
  ).toBe(0);
  const server = await startPrivateServer(folder, () => undefined);
  const socketPath = decodeURIComponent(new URL(server.url).searchParams.get('socketPath')!);
  for (const user of ['root', ''])
    await expect(createConnection({ socketPath, user, connectTimeout: 1000 })).rejects.toThrow(/Access denied/);
  await server.stop();
}, 60_000);

test('what people entered stands in no log, also when the database refuses it', async () => {
  const lines: string[] = [];
  const instance = await testInstance({ log: (line) => lines.push(line) });
  const {
    json: { id },
  } = await instance.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'LOG' } });
  const sequelize = new Sequelize(instance.database!.url, { dialect: 'mariadb', logging: false });
  await sequelize.query("ALTER TABLE jobs ADD CONSTRAINT no_secret CHECK (document NOT LIKE '%top-secret%')");
  const refused = await instance.call('PUT', `/jobs/${id}`, {
    body: { ...sensorFootJob(), number: 'LOG', notes: 'top-secret alloy' },
    headers: { 'If-Match': '"1"' },
  });
  expect(refused.status).toBe(500);
  await sequelize.close();
  await instance.stop();
  expect(lines.join('\n')).toMatch(/PUT .*\/jobs\/.*DatabaseError/);
  expect(lines.join('\n')).not.toMatch(/top-secret|SENSOR|INSERT|UPDATE jobs/i);
  expect(JSON.stringify(refused.json)).not.toContain('top-secret');
}, 60_000);
