import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize } from 'sequelize';
import { demoShop, sensorFootJob, vaneBearingBlockJob } from '../../demo';
import { jobFile, type Job } from '@violet-jaw/core/job';
import { migrate } from './database/connect';
import { testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
beforeAll(async () => {
  at = await testInstance({ demo: true, ahead: true });
}, 120_000);
afterAll(async () => {
  await at.stop();
}, 60_000);

const ifMatch = (revision: string | null) => ({ 'If-Match': revision ?? '' });
let made = 0;
/** A job of its own number: no two have the same. */
async function newJob(job: Job = sensorFootJob()): Promise<string> {
  made += 1;
  const answer = await at.call('POST', '/jobs', { body: { ...job, number: `${job.number}-${made}` } });
  expect(answer.status).toBe(201);
  return answer.json.id as string;
}

test('the first run loads the demo shop, with every job planned for the list', async () => {
  expect((await at.call('GET', '/health')).json).toEqual({ ok: true });
  let jobs: { number: string; summary: { setups: unknown[]; counts: { stop: number } } | null }[] = [];
  for (let i = 0; i < 650 && (jobs.length === 0 || jobs.some((j) => j.summary === null)); i++) {
    jobs = (await at.call('GET', '/jobs')).json.jobs;
    await new Promise((done) => setTimeout(done, 200));
  }
  expect(jobs.map((j) => [j.number, j.summary?.setups.length, j.summary?.counts.stop])).toEqual([
    ['SK-1007', 2, 0],
    ['SK-1041', 2, 0],
    ['SK-1042', 1, 0],
    ['SK-1055', 2, 0],
    ['SK-1058', 2, 0],
    ['SK-1060', 1, 0],
    ['SK-1063', 1, 0],
    ['SK-1070', 2, 0],
    ['SK-1074', 4, 0],
    ['SK-1081', 1, 0],
    ['SK-1085', 2, 0],
  ]);
  // on a quiet machine 25 s
}, 150_000);

describe('writing a job', () => {
  test('needs the revision it starts from, and a stale write changes nothing', async () => {
    const id = await newJob();
    const first = await at.call('GET', `/jobs/${id}`);
    expect(first.etag).toBe('"1"');
    expect((await at.call('PUT', `/jobs/${id}`, { body: first.json })).status).toBe(428);
    const mine = { ...first.json, material: 'steel' };
    expect(await at.call('PUT', `/jobs/${id}`, { body: mine, headers: ifMatch(first.etag) })).toMatchObject({
      status: 200,
      etag: '"2"',
    });
    const stale = await at.call('PUT', `/jobs/${id}`, {
      body: { ...first.json, material: 'brass' },
      headers: ifMatch(first.etag),
    });
    expect(stale).toMatchObject({
      status: 409,
      json: { title: 'Changed meanwhile', current: { revision: 2, document: { material: 'steel' } } },
    });
    expect(stale.type).toMatch(/^application\/problem\+json/);
    expect((await at.call('GET', `/jobs/${id}`)).json.material).toBe('steel');
    expect((await at.call('GET', `/jobs/${id}`, { headers: { 'If-None-Match': '"2"' } })).status).toBe(304);
  });

  test('of twenty writers that start from one revision exactly one wins', async () => {
    const id = await newJob();
    const { json, etag } = await at.call('GET', `/jobs/${id}`);
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        at.call('PUT', `/jobs/${id}`, { body: { ...json, notes: `writer ${i}` }, headers: ifMatch(etag) }),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, ...Array.from({ length: 19 }, () => 409)]);
  });

  test.each([
    ['a negative quantity', { quantity: -1 }, /quantity: must be >= 1/],
    ['an unknown key', { color: 'red' }, /unknown key "color"/],
    ['a huge number', { sizeTolerance: 1e308 }, /sizeTolerance: must be <= 100/],
    ['a zero-size block', { body: { block: { x: 0, y: 1, z: 1 } } }, /block\.x: must be > 0/],
  ])('%s is refused in words', async (_, change, says) => {
    const answer = await at.call('POST', '/jobs', { body: { ...sensorFootJob(), ...change } });
    expect(answer.status).toBe(400);
    expect(answer.json.detail).toMatch(says);
  });

  test('NaN is not JSON, and errors never carry a stack', async () => {
    const answer = await at.call('POST', '/jobs', {
      raw: JSON.stringify(sensorFootJob()).replace('"quantity":6', '"quantity":NaN'),
      headers: { 'Content-Type': 'application/json' },
    });
    expect(answer).toMatchObject({
      status: 400,
      json: { detail: 'The body is not JSON. NaN and Infinity are not numbers in JSON.' },
    });
    expect(answer.bytes.toString()).not.toMatch(/at .*\.ts|node_modules/);
  });
});

test('an open job file becomes a job and brings its machine and vise along', async () => {
  const file = jobFile(
    { ...sensorFootJob(), number: 'FROM-FILE' },
    { ...demoShop, devices: demoShop.devices.map((v) => ({ ...v, id: 'vise-other' })) },
  );
  file.job.setups.forEach((s) => {
    s.device = 'vise-other';
  });
  const shop = { ...file.shop, devices: [{ ...demoShop.devices[0], id: 'vise-other', name: 'Vise from outside' }] };
  const made = await at.call('POST', '/jobs/import', {
    raw: JSON.stringify({ ...file, shop }),
    headers: { 'Content-Type': 'application/json' },
  });
  expect(made).toMatchObject({ status: 201, json: { adopted: ['Vise from outside'] } });
  expect((await at.call('GET', '/shop')).json.devices.map((v: { name: string }) => v.name)).toContain(
    'Vise from outside',
  );
  expect(
    (
      await at.call('POST', '/jobs/import', {
        raw: JSON.stringify({ ...file, version: 99 }),
        headers: { 'Content-Type': 'application/json' },
      })
    ).json.detail,
  ).toMatch(/version 99/);
});

describe('files', () => {
  test('are stored by content hash, once, and come back byte for byte', async () => {
    const bytes = readFileSync('demo/vane-bearing-block.step');
    const [a, b] = [
      await at.call('POST', '/files', { raw: bytes, headers: { 'X-File-Name': 'a.step' } }),
      await at.call('POST', '/files', { raw: bytes, headers: { 'X-File-Name': 'b.step' } }),
    ];
    expect(a.json.hash).toBe(b.json.hash);
    expect((await at.call('GET', `/files/${a.json.hash}`)).bytes.equals(bytes)).toBe(true);
  });

  test('an empty one and one of 65 MB are refused', async () => {
    expect((await at.call('POST', '/files', { raw: Buffer.alloc(0) })).json.detail).toMatch(/empty/);
    const large = await at.call('POST', '/files', { raw: Buffer.alloc(65 * 1024 * 1024, 1) });
    expect(large).toMatchObject({ status: 413, json: { detail: expect.stringMatching(/up to 64 MB/) } });
  });

  test('a path is no hash', async () => {
    expect((await at.call('GET', '/files/..%2F..%2Fdatabase-password')).status).toBe(404);
  });
});

describe('issuing', () => {
  const issue = (id: string, revision: string | null, note = '') =>
    at.call('POST', `/jobs/${id}/issues`, { body: { note }, headers: ifMatch(revision) });

  test('letters follow, an issue is frozen, and the next shows what changed', async () => {
    const id = await newJob();
    const { json: job, etag } = await at.call('GET', `/jobs/${id}`);
    expect(await issue(id, etag, 'first')).toMatchObject({ status: 201, json: { letter: 'A', changes: [] } });
    expect(await issue(id, etag)).toMatchObject({
      status: 409,
      json: { detail: expect.stringMatching(/Nothing has changed since issue A/) },
    });
    const pdfA = await at.call('GET', `/jobs/${id}/issues/A/sheet.pdf?paper=A4`);
    expect(pdfA.bytes.subarray(0, 5).toString()).toBe('%PDF-');
    job.setups[1].hold.parallels.height = 0.5 * 25.4;
    const next = await at.call('PUT', `/jobs/${id}`, { body: job, headers: ifMatch(etag) });
    const b = await issue(id, next.etag);
    expect(b).toMatchObject({ status: 201, json: { letter: 'B' } });
    expect(b.json.changes).toContainEqual({
      place: 'Op 20',
      name: 'parallels',
      before: '0.6250',
      after: '0.5000',
      difference: '−0.1250',
    });
    expect((await at.call('GET', `/jobs/${id}/issues/A/sheet.pdf?paper=A4`)).bytes.equals(pdfA.bytes)).toBe(true);
    expect((await at.call('GET', `/jobs/${id}/issues/B/sheet.pdf?paper=Letter`)).status).toBe(200);
    expect((await at.call('DELETE', `/jobs/${id}`)).json.detail).toMatch(/2 issued sheets/);
  }, 60_000);

  test('a stop blocks until it is accepted in writing, and the acceptance is on the sheet', async () => {
    const job = sensorFootJob();
    job.setups[1].cuts[0].below = 0;
    const id = await newJob(job);
    const blocked = await issue(id, '"1"');
    expect(blocked).toMatchObject({
      status: 409,
      json: { title: 'Stops are open', findings: [{ code: 'metal-never-reached' }] },
    });
    const [stop] = blocked.json.findings;
    const accepted = {
      ...((await at.call('GET', `/jobs/${id}`)).json as Job),
      accepted: [
        { code: stop.code, setupId: stop.setupId, says: stop.says, reason: 'sawn off afterwards', by: 'Planner' },
      ],
    };
    await at.call('PUT', `/jobs/${id}`, { body: accepted, headers: ifMatch('"1"') });
    expect(await issue(id, '"2"')).toMatchObject({ status: 201 });
    const sheet = await at.call('GET', `/jobs/${id}/issues/A/sheet`);
    expect(sheet.json.findings).toContainEqual(
      expect.objectContaining({ accepted: { reason: 'sawn off afterwards', by: 'Planner' } }),
    );
  }, 60_000);

  test('two people who press Issue at the same moment make one issue', async () => {
    const id = await newJob();
    const answers = await Promise.all([issue(id, '"1"'), issue(id, '"1"'), issue(id, '"1"')]);
    expect(answers.map((a) => a.status).sort()).toEqual([201, 409, 409]);
    expect((await at.call('GET', `/jobs/${id}/issues`)).json).toHaveLength(1);
  }, 60_000);

  test('a job whose file is not stored cannot be issued, and says so', async () => {
    const id = await newJob(vaneBearingBlockJob('other.step', 'a'.repeat(64)));
    expect((await issue(id, '"1"')).json.detail).toMatch(/"other\.step" is not stored here/);
  });
});

describe('the shop', () => {
  test('a travel that ends before it begins is refused; a stale write gets the current one', async () => {
    const { json: shop, etag } = await at.call('GET', '/shop');
    const wrong = structuredClone(shop);
    wrong.machines[0].travel.x = { min: 10, max: -10 };
    expect((await at.call('PUT', '/shop', { body: wrong, headers: ifMatch(etag) })).json.detail).toMatch(
      /Mill 1: the travel in X ends before it begins/,
    );
    const right = { ...shop, name: 'Skerry' };
    expect((await at.call('PUT', '/shop', { body: right, headers: ifMatch(etag) })).status).toBe(200);
    expect(await at.call('PUT', '/shop', { body: shop, headers: ifMatch(etag) })).toMatchObject({
      status: 409,
      json: { current: { document: { name: 'Skerry' } } },
    });
  });
});

test('what is not there is a 404 with problem details', async () => {
  for (const path of [
    '/nothing',
    '/jobs/1',
    '/jobs/00000000-0000-0000-0000-000000000000',
    '/jobs/00000000-0000-0000-0000-000000000000/issues',
  ]) {
    expect(await at.call('GET', path)).toMatchObject({ status: 404, type: expect.stringMatching(/problem\+json/) });
  }
});

test('migrations run once; the password is for its owner only', async () => {
  const sequelize = new Sequelize(at.database!.url, { dialect: 'mariadb', logging: false });
  expect(await migrate(sequelize)).toEqual([]);
  await sequelize.close();
  expect(statSync(join(at.dataFolder, 'database-password')).mode & 0o777).toBe(0o600);
});

describe('stock sizes and offcuts', () => {
  const piece = (id: string, photo: string | null = null) => ({
    id,
    name: `Piece ${id}`,
    material: 'oak',
    thickness: 20,
    outline: [
      [0, 0],
      [100, 0],
      [100, 50],
    ],
    holes: [
      [
        [10, 5],
        [20, 5],
        [20, 8],
      ],
    ],
    photo,
    note: '',
  });

  test('come back as they were written, in order, with the photo of a stored file', async () => {
    const { json: shop, etag } = await at.call('GET', '/shop');
    const photo = await at.call('POST', '/files', { raw: Buffer.from('picture'), headers: { 'X-File-Name': 'p.png' } });
    const next = {
      ...shop,
      projection: 'first angle',
      stock: [...shop.stock].reverse(),
      offcuts: [piece('b', photo.json.hash), piece('a', 'f'.repeat(64))],
    };
    const written = await at.call('PUT', '/shop', { body: next, headers: ifMatch(etag) });
    expect(written.status).toBe(200);
    const read = await at.call('GET', '/shop');
    expect(read.json).toEqual(next);
    expect((await at.call('PUT', '/shop', { body: shop, headers: ifMatch(read.etag) })).status).toBe(200);
  });

  test.each([
    [
      'an outline of two corners',
      {
        ...piece('x'),
        outline: [
          [0, 0],
          [1, 0],
        ],
      },
      /offcuts\.0\.outline/,
    ],
    ['a corner that is no pair', { ...piece('x'), outline: [[0, 0], [1], [1, 1]] }, /offcuts\.0\.outline\.1/],
    ['no thickness', { ...piece('x'), thickness: 0 }, /offcuts\.0\.thickness: must be > 0/],
    ['a photo that is no hash', { ...piece('x'), photo: '../../etc/passwd' }, /offcuts\.0\.photo/],
  ])('%s is refused in words', async (_, wrong, says) => {
    const { json: shop, etag } = await at.call('GET', '/shop');
    const answer = await at.call('PUT', '/shop', { body: { ...shop, offcuts: [wrong] }, headers: ifMatch(etag) });
    expect(answer.status).toBe(400);
    expect(JSON.stringify(answer.json)).toMatch(says);
  });

  test('the same id twice is refused', async () => {
    const { json: shop, etag } = await at.call('GET', '/shop');
    const answer = await at.call('PUT', '/shop', {
      body: { ...shop, offcuts: [piece('a'), piece('a')] },
      headers: ifMatch(etag),
    });
    expect(JSON.stringify(answer.json)).toMatch(/offcuts: \\"a\\" is there twice/);
  });
});

test('a job whose part is a DXF outline is planned and issued on the server', async () => {
  const square = (s: number) =>
    [
      [0, 0, s, 0],
      [s, 0, s, s],
      [s, s, 0, s],
      [0, s, 0, 0],
    ]
      .map(([a, b, c, d]) => `0\nLINE\n8\n0\n10\n${a}\n20\n${b}\n11\n${c}\n21\n${d}\n`)
      .join('');
  const stored = await at.call('POST', '/files', {
    raw: Buffer.from(`0\nSECTION\n2\nENTITIES\n${square(60)}0\nENDSEC\n0\nEOF\n`),
    headers: { 'X-File-Name': 'plate.dxf' },
  });
  const job = {
    ...sensorFootJob(),
    number: 'DXF-1',
    body: { file: 'plate.dxf', body: 0, unit: 'mm' as const, thickness: 25, sha256: stored.json.hash as string },
  };
  const id = await newJob(job);
  let summary: { problem: string | null; setups: unknown[] } | null = null;
  // planning takes as long as a busy machine takes
  for (let i = 0; i < 600 && !summary; i++) {
    summary = ((await at.call('GET', '/jobs')).json.jobs as { id: string; summary: typeof summary }[]).find(
      (j) => j.id === id,
    )!.summary;
    await new Promise((done) => setTimeout(done, 200));
  }
  expect(summary).toMatchObject({ problem: null, setups: [{ op: 10 }, { op: 20 }] });
}, 180_000);
