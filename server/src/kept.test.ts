import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Sequelize } from 'sequelize';
import { sensorFootJob } from '../../demo';
import { chores } from './chores';
import { startPrivateServer, type DatabaseServer } from './database/privateServer';
import { testInstance, type TestInstance } from './testing/testInstance';

const DAY = 86_400_000;

describe('the bin', () => {
  let at: TestInstance;
  beforeAll(async () => {
    at = await testInstance();
  }, 120_000);
  afterAll(async () => {
    await at.stop();
  }, 60_000);
  const made = async (number: string) =>
    (await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number } })).json.id as string;

  test('a deleted job is gone from everywhere but the bin, and comes back as it was', async () => {
    const id = await made('BIN-1');
    const before = await at.call('GET', `/jobs/${id}`);
    expect((await at.call('DELETE', `/jobs/${id}`)).status).toBe(204);
    expect((await at.call('GET', `/jobs/${id}`)).status).toBe(404);
    expect((await at.call('GET', '/jobs?search=BIN-1')).json.total).toBe(0);
    expect(await at.call('PUT', `/jobs/${id}`, { body: before.json, headers: { 'If-Match': '"1"' } })).toMatchObject({
      status: 404,
    });
    const { json: bin } = await at.call('GET', '/bin');
    expect(bin).toEqual([expect.objectContaining({ id, number: 'BIN-1', deletedBy: 'Tester' })]);
    expect(new Date(bin[0].goneAt).getTime() - new Date(bin[0].deletedAt).getTime()).toBe(30 * DAY);
    expect((await at.call('POST', `/bin/${id}`)).status).toBe(204);
    expect(await at.call('GET', `/jobs/${id}`)).toMatchObject({ status: 200, etag: before.etag, json: before.json });
    expect((await at.call('POST', `/bin/${id}`)).status).toBe(404);
  });

  test('a number given to another job meanwhile keeps the first one in the bin, and says so', async () => {
    const id = await made('BIN-2');
    await at.call('DELETE', `/jobs/${id}`);
    await made('BIN-2');
    expect(await at.call('POST', `/bin/${id}`)).toMatchObject({
      status: 409,
      json: { detail: expect.stringMatching(/There is a job BIN-2 already/) },
    });
    expect((await at.call('GET', '/bin')).json.map((b: { id: string }) => b.id)).toContain(id);
  });

  test('after 30 days it is gone for good, not before, and the audit list tells it', async () => {
    const id = await made('BIN-3');
    await at.call('DELETE', `/jobs/${id}`);
    expect(await at.services.bin.emptyOld(new Date(Date.now() + 29.9 * DAY))).toBe(0);
    expect(await at.services.bin.emptyOld(new Date(Date.now() + 30.1 * DAY))).toBeGreaterThan(0);
    expect((await at.call('GET', '/bin')).json).toEqual([]);
    expect((await at.call('GET', '/audit')).json).toContainEqual(
      expect.objectContaining({ action: 'emptied the bin', detail: expect.stringMatching(/^BIN-3 .*after 30 days/) }),
    );
  });
});

describe('proof of the data', () => {
  let at: TestInstance;
  let sql: Sequelize;
  let file: string;
  beforeAll(async () => {
    at = await testInstance({ demo: true });
    sql = new Sequelize(at.database!.url, { dialect: 'mariadb', logging: false });
    const {
      json: { jobs },
    } = await at.call('GET', '/jobs?search=SK-1041');
    expect(
      (await at.call('POST', `/jobs/${jobs[0].id}/issues`, { body: { note: '' }, headers: { 'If-Match': '"1"' } }))
        .status,
    ).toBe(201);
    file = (await at.call('GET', `/jobs/${jobs[0].id}`)).json.body.sha256;
  }, 120_000);
  afterAll(async () => {
    await sql.close();
    await at.stop();
  }, 60_000);
  const problems = async () => (await at.call('POST', '/verify')).json.problems as string[];

  test('finds nothing where nothing was changed', async () => {
    expect((await at.call('POST', '/verify')).json).toMatchObject({ issues: 1, files: 11, problems: [], more: 0 });
  });

  test.each([
    [
      'an entry of the audit list that was changed',
      "UPDATE audit SET name = 'Somebody else' WHERE place = 2",
      "UPDATE audit SET name = 'Lead' WHERE place = 2",
      /Entry 2 of the audit list was changed/,
    ],
    [
      'an entry that was taken out',
      'UPDATE audit SET place = place + 1000 WHERE place = 2',
      'UPDATE audit SET place = place - 1000 WHERE place = 1002',
      /Entry 2 of the audit list is missing/,
    ],
    [
      'the last entries taken out',
      'UPDATE audit_chain SET length = length + 1',
      'UPDATE audit_chain SET length = length - 1',
      /of the audit list is missing/,
    ],
    [
      'a number in an issued sheet',
      "UPDATE issues SET sheet = REPLACE(sheet, '{', '{ ')",
      "UPDATE issues SET sheet = REPLACE(sheet, '{ ', '{')",
      /Issue A of job SK-1041 was changed after it was frozen/,
    ],
    [
      'a line for the control',
      "UPDATE issues SET control = CONCAT(control, 'M30')",
      'UPDATE issues SET control = LEFT(control, CHAR_LENGTH(control) - 3)',
      /Issue A of job SK-1041 was changed/,
    ],
    [
      'one byte of a PDF',
      "UPDATE issues SET pdf_a4 = CONCAT(pdf_a4, 'x')",
      'UPDATE issues SET pdf_a4 = LEFT(pdf_a4, LENGTH(pdf_a4) - 1)',
      /Issue A of job SK-1041 was changed/,
    ],
  ])('%s is found, and nothing once it is as it was', async (_, spoil, mend, says) => {
    const who = (await at.call('GET', '/audit')).json.at(-2).name as string;
    await sql.query(spoil);
    expect(await problems()).toEqual([expect.stringMatching(says)]);
    await sql.query(mend.replace("'Lead'", `'${who}'`));
    expect(await problems()).toEqual([]);
  });

  test('a stored file that was changed, and one that is missing', async () => {
    const path = join(at.dataFolder, 'files', file);
    const right = readFileSync(path);
    writeFileSync(path, Buffer.concat([right, Buffer.from(' ')]));
    expect(await problems()).toEqual([expect.stringMatching(/vane-bearing-block\.step.*is not what was stored/)]);
    rmSync(path);
    expect(await problems()).toEqual([expect.stringMatching(/vane-bearing-block\.step.*is missing/)]);
    writeFileSync(path, right);
  });
});

test('a lead takes a backup and goes back to it; what was there before is a backup too', async () => {
  const backups = join(mkdtempSync(join(tmpdir(), 'violet-jaw-kept-')), 'backups');
  const at = await testInstance({ demo: true, backups });
  expect((await at.call('GET', '/backups')).json).toEqual([]);
  const {
    json: {
      jobs: [first],
    },
  } = await at.call('GET', '/jobs');
  const { json: job, etag } = await at.call('GET', `/jobs/${first.id}`);
  const {
    json: [taken],
    status,
  } = await at.call('POST', '/backups');
  expect(status).toBe(201);
  expect((await at.call('GET', `/backups/${taken.name}`)).bytes.length).toBe(taken.size);
  expect(
    (
      await at.call('PUT', `/jobs/${first.id}`, {
        body: { ...job, notes: 'made after it' },
        headers: { 'If-Match': etag! },
      })
    ).status,
  ).toBe(200);
  await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'LATER-1' } });
  const { json: kept, status: restored } = await at.call('POST', `/backups/${taken.name}/restore`);
  expect([restored, kept.length]).toEqual([200, 2]);
  expect((await at.call('GET', `/jobs/${first.id}`)).json).toEqual(job);
  expect((await at.call('GET', '/jobs?search=LATER')).json.total).toBe(0);
  expect((await at.call('POST', '/verify')).json.problems).toEqual([]);
  // and back again to what was there before
  const before = kept.find((b: { name: string }) => b.name.startsWith('before'));
  expect((await at.call('POST', `/backups/${before.name}/restore`)).status).toBe(200);
  expect((await at.call('GET', '/jobs?search=LATER')).json.total).toBe(1);
  // two at the same moment: one is done, the other is told
  const both = await Promise.all([0, 1].map(() => at.call('POST', `/backups/${before.name}/restore`)));
  expect(both.map((a) => a.status).sort()).toEqual([200, 409]);
  expect(both.find((a) => a.status === 409)!.json.detail).toMatch(/Another backup is being restored/);
  for (const name of ['..%2f..%2fetc%2fpasswd', 'none.zip', '2026-11-27.zip'])
    expect((await at.call('POST', `/backups/${name}/restore`)).status).toBe(404);
  writeFileSync(join(backups, '2026-01-01.zip'), 'no zip');
  expect(await at.call('POST', '/backups/2026-01-01.zip/restore')).toMatchObject({
    status: 409,
    json: { detail: expect.stringMatching(/^Nothing was changed\. /) },
  });
  expect((await at.call('GET', '/jobs?search=LATER')).json.total).toBe(1);
  await at.stop();
}, 120_000);

test('the command line walks the data, running or not: 0 all as written, 1 something is not, 2 there are none', async () => {
  const at = await testInstance({ demo: true });
  const verify = (data: string) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, ['dist/cli/main.js', 'verify'], {
      env: { ...process.env, VIOLET_JAW_DATA: data },
      encoding: 'utf8',
    });
    return [status, `${stdout}${stderr}`];
  };
  expect(verify(at.dataFolder)).toEqual([
    0,
    expect.stringMatching(/^\d+ entries of the audit list, 0 issues, 11 files: all as they were written\.\n$/),
  ]);
  await at.stop();
  const [file] = readdirSync(join(at.dataFolder, 'files'));
  writeFileSync(join(at.dataFolder, 'files', file), 'something else');
  expect(verify(at.dataFolder)).toEqual([
    1,
    expect.stringMatching(/is not what was stored\.\n\d+ entries.*1 not as they were written/s),
  ]);
  expect(verify(join(at.dataFolder, 'nothing'))).toEqual([2, expect.stringMatching(/There are no data in .*nothing/)]);
}, 120_000);

describe('several processes on one database', () => {
  let server: DatabaseServer;
  beforeAll(async () => {
    server = await startPrivateServer(mkdtempSync(join(tmpdir(), 'violet-jaw-shared-')), () => undefined);
  }, 120_000);
  afterAll(async () => {
    await server.stop();
  }, 60_000);
  const start = (demo: boolean) => {
    const dataFolder = mkdtempSync(join(tmpdir(), 'violet-jaw-own-'));
    return testInstance({
      dataFolder,
      demo,
      databaseUrl: server.url,
      files: { folder: join(dataFolder, 'files'), inDatabase: true },
    });
  };

  test('start together on an empty one: the tables are made once, the demo is there once; a cookie and a file of one are good for the other', async () => {
    const [one, other] = await Promise.all([start(true), start(true)]);
    try {
      expect((await one.call('GET', '/jobs')).json.total).toBe(11);
      expect((await other.call('GET', '/jobs', { cookie: one.cookie() })).json.total).toBe(11);
      const bytes = Buffer.alloc(2_500_000, 'solid x facet ');
      const {
        json: { hash },
      } = await one.call('POST', '/files', { raw: bytes, headers: { 'Content-Type': 'application/octet-stream' } });
      const there = await other.call('GET', `/files/${hash}`);
      expect([there.status, there.bytes.equals(bytes)]).toEqual([200, true]);
      // what lies in the database is proven before it is given
      const sql = new Sequelize(server.url, { dialect: 'mariadb', logging: false });
      await sql.query("UPDATE file_parts SET bytes = CONCAT(bytes, '!') WHERE hash = ? AND place = 0", {
        replacements: [hash],
      });
      rmSync(join(other.dataFolder, 'files', hash));
      expect((await other.call('GET', `/files/${hash}`)).status).toBe(404);
      await sql.close();
      const backups = mkdtempSync(join(tmpdir(), 'violet-jaw-daily-'));
      const surroundings = {
        databaseUrl: server.url,
        files: { folder: join(one.dataFolder, 'files'), inDatabase: true },
        backups,
        publicAddress: null,
        provider: null,
      };
      const sequelize = new Sequelize(server.url, { dialect: 'mariadb', logging: false });
      const said: string[] = [];
      const log = (line: string) => said.push(line);
      // both look at the same moment, and once more later: one backup of the day is taken, by one of them
      await Promise.all([
        chores({ sequelize, services: one.services, surroundings, now: new Date(), log }),
        chores({ sequelize, services: other.services, surroundings, now: new Date(), log }),
      ]);
      await chores({ sequelize, services: one.services, surroundings, now: new Date(), log });
      expect([readdirSync(backups).length, said]).toEqual([1, [expect.stringMatching(/^The backup of the day is in/)]]);
      await sequelize.close();
    } finally {
      await Promise.all([one.stop(), other.stop()]);
    }
  }, 120_000);
});
