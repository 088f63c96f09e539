import { once } from 'node:events';
import { readdirSync } from 'node:fs';
import { connect } from 'node:net';
import { QueryTypes, Sequelize } from 'sequelize';
import { demoShop, sensorFootJob } from '../../demo';
import { testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
let jobId: string;
const TABLETS = 100;
const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms));

beforeAll(async () => {
  at = await testInstance();
  await at.call('PUT', '/shop', { body: demoShop, headers: { 'If-Match': '"0"' } });
  jobId = (await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'CROWD' } })).json.id;
  const issued = await at.call('POST', `/jobs/${jobId}/issues`, { body: { note: '' }, headers: { 'If-Match': '"1"' } });
  if (issued.status !== 201) throw new Error(JSON.stringify(issued.json));
}, 120_000);
afterAll(async () => {
  await at.stop();
});

test('a hundred tablets begin at once: all are answered, each event and each audit entry is there once', async () => {
  const run = (i: number) => `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`;
  const begin = (i: number) =>
    at.call('POST', `/runs/${run(i)}/events`, {
      body: {
        jobId,
        letter: 'A',
        startedAt: new Date().toISOString(),
        events: [{ id: `event-000${i}`, at: '', stepId: 'run/machine', kind: 'again' }],
      },
    });
  // every one twice, as a tablet does that heard no answer
  const answers = await Promise.all(Array.from({ length: TABLETS }, (_, i) => [begin(i), begin(i)]).flat());
  expect(answers.map((a) => a.status).filter((s) => s !== 200)).toEqual([]);
  const sequelize = new Sequelize(at.database!.url, { dialect: 'mariadb', logging: false });
  const count = async (sql: string) =>
    Number((await sequelize.query<{ n: number }>(sql, { type: QueryTypes.SELECT }))[0].n);
  expect(await count('SELECT COUNT(*) n FROM run_events')).toBe(TABLETS);
  expect(await count("SELECT COUNT(*) n FROM audit WHERE action = 'started a run'")).toBe(TABLETS);
  await sequelize.close();
}, 120_000);

test('one run told by many at once keeps its order and takes everything once', async () => {
  const id = '00000000-0000-4000-8000-00000000ffff';
  const tell = (i: number) =>
    at.call('POST', `/runs/${id}/events`, {
      body: {
        jobId,
        letter: 'A',
        startedAt: '',
        events: [{ id: `crowd-000${i}`, at: '', stepId: 'run/machine', kind: 'again' }],
      },
    });
  const answers = await Promise.all(Array.from({ length: 40 }, (_, i) => tell(i % 20)));
  expect(answers.map((a) => a.status).filter((s) => s !== 200)).toEqual([]);
  const { events } = (await at.call('GET', `/runs/${id}`)).json as { events: { id: string }[] };
  expect(events.map((e) => e.id).sort()).toEqual(Array.from({ length: 20 }, (_, i) => `crowd-000${i}`).sort());
}, 60_000);

test.each(['275760-09-13T00:00:00.000Z', '0001-01-01T00:00:00Z', '9999-99-99', 'soon'])(
  'a start at %p is refused in words',
  async (startedAt) => {
    const id = `00000000-0000-4000-9000-${String(startedAt.length).padStart(12, '0')}`;
    const answer = await at.call('POST', `/runs/${id}/events`, { body: { jobId, letter: 'A', startedAt, events: [] } });
    expect([answer.status, answer.json.detail]).toEqual([400, expect.stringMatching(/^startedAt: /)]);
  },
);

describe('streams', () => {
  const descriptors = () => readdirSync('/proc/self/fd').length;
  const store = async (bytes: Buffer) =>
    (
      await at.call('POST', '/files', {
        raw: bytes,
        headers: { 'Content-Type': 'application/octet-stream', 'X-File-Name': 'large.stl' },
      })
    ).json.hash as string;

  test('downloads that are broken off leave no open file behind', async () => {
    const hash = await store(Buffer.alloc(8 * 1024 * 1024, 7));
    const breakOff = async () => {
      const controller = new AbortController();
      const response = await fetch(`${at.address}/api/v1/files/${hash}`, {
        headers: { Cookie: at.cookie() },
        signal: controller.signal,
      });
      const reader = response.body!.getReader();
      await reader.read();
      controller.abort();
    };
    for (let i = 0; i < 5; i++) await breakOff();
    await sleep(300);
    const before = descriptors();
    for (let round = 0; round < 10; round++) await Promise.all(Array.from({ length: 20 }, breakOff));
    await sleep(700);
    expect(descriptors()).toBeLessThanOrEqual(before + 5);
  }, 60_000);

  test('an upload that is broken off leaves nothing behind', async () => {
    const { hostname, port } = new URL(at.address);
    const before = readdirSync(`${at.dataFolder}/files`).length;
    const socket = connect(Number(port), hostname);
    await once(socket, 'connect');
    socket.write(
      `POST /api/v1/files HTTP/1.1\r\nHost: ${hostname}:${port}\r\nCookie: ${at.cookie()}\r\nX-Violet-Jaw: 1\r\nContent-Type: application/octet-stream\r\nContent-Length: 1000000\r\n\r\n${'x'.repeat(50_000)}`,
    );
    await sleep(300);
    socket.destroy();
    await sleep(500);
    expect(readdirSync(`${at.dataFolder}/files`).length).toBe(before);
    expect((await at.call('GET', '/health')).status).toBe(200);
  });

  test('a request of which nothing more comes is closed', async () => {
    const { hostname, port } = new URL(at.address);
    const socket = connect(Number(port), hostname);
    await once(socket, 'connect');
    socket.on('error', () => undefined);
    socket.write('GET /api/v1/health HTTP/1.1\r\nHost: x\r\nX-Slow: ');
    const closed = once(socket, 'close');
    socket.resume();
    await Promise.race([
      closed,
      sleep(25_000).then(() => {
        throw new Error('still open');
      }),
    ]);
  }, 40_000);

  test('a file that is gone from the disk is told, and nothing breaks', async () => {
    expect((await at.call('GET', `/files/${'0'.repeat(64)}`)).status).toBe(404);
  });
});
