import { sensorFootJob } from '../../demo';
import { testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
beforeAll(async () => { at = await testInstance(); }, 60_000);
afterAll(async () => { await at.stop(); });

describe('a page of another site', () => {
  const post = async (headers: Record<string, string>, body: string = JSON.stringify({ ...sensorFootJob(), number: 'STRANGE' })) => {
    const response = await fetch(`${at.address}/api/v1/jobs`, { method: 'POST', headers: { Cookie: at.cookie(), ...headers }, body });
    return { status: response.status, said: await response.json() as { title: string } };
  };
  const json = { 'Content-Type': 'application/json' };

  test('cannot change anything with a person\'s cookie', async () => {
    expect(await post({ ...json, Origin: 'http://elsewhere.example' })).toMatchObject({ status: 403, said: { title: 'Not from our pages' } });
    expect(await post({ ...json, Origin: 'null' })).toMatchObject({ status: 403 });
    expect(await post(json)).toMatchObject({ status: 403 });
    expect(await post({ 'Content-Type': 'text/plain', Origin: 'http://elsewhere.example' })).toMatchObject({ status: 403 });
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
    const answer = await at.call('POST', '/runs/00000000-0000-4000-8000-000000000001/events', { body: { jobId: '00000000-0000-4000-8000-000000000001', letter: 'A', startedAt: '', events: Array.from({ length: 1000 }, () => ({})) } });
    expect(answer).toMatchObject({ status: 400, json: { problems: ['events: at most 500 entries are taken.'] } });
    const fewer = await at.call('POST', '/runs/00000000-0000-4000-8000-000000000001/events', { body: { jobId: '00000000-0000-4000-8000-000000000001', letter: 'A', startedAt: '', events: Array.from({ length: 500 }, () => ({})) } });
    expect(fewer.status).toBe(400);
    expect(performance.now() - from).toBeLessThan(1000);
  });

  test('too deep, too large and too many are told as that', async () => {
    const sent = (raw: string) => at.call('POST', '/jobs', { raw, headers: { 'Content-Type': 'application/json' } });
    expect(await sent('['.repeat(100_000))).toMatchObject({ status: 400, json: { detail: expect.stringContaining('nested more than 40 deep') } });
    expect(await sent(JSON.stringify({ notes: 'x'.repeat(1_200_000) }))).toMatchObject({ status: 413 });
    expect((await sent(JSON.stringify(Array.from({ length: 100_000 }, () => ({}))))).status).toBe(400);
  });
});
