import { sensorFootJob } from '../../demo';
import { QueryTypes, Sequelize } from 'sequelize';
import { RequestCounts } from './services/requestCounts';
import { testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
let sql: Sequelize;
beforeAll(async () => {
  at = await testInstance();
  sql = new Sequelize(at.database!.url, { dialect: 'mariadb', logging: false });
}, 120_000);
afterAll(async () => {
  await sql.close();
  await at.stop();
}, 60_000);

/** Listens as a page does. @returns what came so far, and how to stop */
async function listen(topics: string): Promise<{ said: () => string; stop: () => void }> {
  const controller = new AbortController();
  const response = await fetch(`${at.address}/api/v1/news?topics=${topics}`, {
    headers: { Cookie: at.cookie() },
    signal: controller.signal,
  });
  expect([response.status, response.headers.get('content-type')]).toEqual([200, 'text/event-stream']);
  let said = '';
  void (async () => {
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>)
      said += Buffer.from(chunk).toString();
  })().catch(() => undefined);
  return { said: () => said, stop: () => controller.abort() };
}
const until = async (isSo: () => boolean, ms = 5000) => {
  const end = Date.now() + ms;
  while (!isSo() && Date.now() < end) await new Promise((done) => setTimeout(done, 30));
  return isSo();
};
const heard = (said: string) => said.split('data: changed').length - 1;

test('who listens to a job hears of its change within two seconds, who listens to another does not', async () => {
  const {
    json: { id },
  } = await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'N-1' } });
  const {
    json: { id: other },
  } = await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'N-2' } });
  const [one, two] = [await listen(`job:${id},shop`), await listen(`job:${other}`)];
  await new Promise((done) => setTimeout(done, 300));
  expect([heard(one.said()), heard(two.said())]).toEqual([0, 0]);
  await at.call('PUT', `/jobs/${id}`, {
    body: { ...sensorFootJob(), number: 'N-1', notes: 'x' },
    headers: { 'If-Match': '"1"' },
  });
  expect(await until(() => heard(one.said()) === 1, 2500)).toBe(true);
  // an edit that is refused is no news
  await at.call('PUT', `/jobs/${id}`, {
    body: { ...sensorFootJob(), number: 'N-1', notes: 'y' },
    headers: { 'If-Match': '"1"' },
  });
  await new Promise((done) => setTimeout(done, 1500));
  expect([heard(one.said()), heard(two.said())]).toEqual([1, 0]);
  one.stop();
  two.stop();
  expect(await until(() => at.services.news.listening === 0)).toBe(true);
});

test('many who listen cost one look at the table a second, and none once nobody listens', async () => {
  const looks = async () =>
    Number(
      (await sql.query<{ Value: string }>("SHOW GLOBAL STATUS LIKE 'Com_select'", { type: QueryTypes.SELECT }))[0]
        .Value,
    );
  const pages = await Promise.all(Array.from({ length: 40 }, () => listen('jobs,shop')));
  await new Promise((done) => setTimeout(done, 500));
  const from = await looks();
  await new Promise((done) => setTimeout(done, 4000));
  // the looks of summaries and of the test itself are among them
  expect((await looks()) - from).toBeLessThan(20);
  await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'N-3' } });
  expect(await until(() => pages.every((p) => heard(p.said()) > 0), 3000)).toBe(true);
  for (const p of pages) p.stop();
  expect(await until(() => at.services.news.listening === 0)).toBe(true);
}, 30_000);

test('one account listens with so many pages at most; pages that are gone at once leave nothing behind', async () => {
  const gone = Array.from({ length: 60 }, () => {
    const controller = new AbortController();
    const asked = fetch(`${at.address}/api/v1/news?topics=jobs`, {
      headers: { Cookie: at.cookie() },
      signal: controller.signal,
    }).catch(() => undefined);
    setTimeout(() => controller.abort(), 20 * Math.random());
    return asked;
  });
  await Promise.all(gone);
  expect(await until(() => at.services.news.listening === 0)).toBe(true);
  const pages = await Promise.all(Array.from({ length: 200 }, () => listen('jobs')));
  const more = () => at.call('GET', '/news?topics=jobs');
  expect(await more()).toMatchObject({
    status: 429,
    json: { detail: expect.stringMatching(/^Your account listens with 200 pages already/) },
  });
  pages[0].stop();
  await new Promise((done) => setTimeout(done, 300));
  pages[0] = await listen('jobs');
  for (const p of pages) p.stop();
  expect(await until(() => at.services.news.listening === 0)).toBe(true);
}, 60_000);

test.each(['', 'everything', 'job:1;DROP', 'jobs,jobs,jobs,jobs,jobs', 'run:'])(
  'topics "%s" are refused in words',
  async (topics) => {
    expect(await at.call('GET', `/news?topics=${encodeURIComponent(topics)}`)).toMatchObject({
      status: 400,
      json: { detail: expect.stringMatching(/^topics: expected/) },
    });
  },
);

test('requests counted by two processes count together, a minute long', async () => {
  const [one, other] = [new RequestCounts(sql, 'test ', 5), new RequestCounts(sql, 'test ', 5)];
  for (let i = 0; i < 40; i++) one.increment('198.51.100.7');
  for (let i = 0; i < 10; i++) other.increment('198.51.100.7');
  await one.tell();
  await other.tell();
  await one.tell();
  expect([one.increment('198.51.100.7').totalHits, other.increment('198.51.100.7').totalHits]).toEqual([51, 51]);
  // what is told twice counts once
  await one.tell();
  await one.tell();
  await other.tell();
  expect(other.increment('198.51.100.7').totalHits).toBe(53);
  // who asks little is nobody's business
  one.increment('198.51.100.8');
  await one.tell();
  expect(
    await sql.query("SELECT who FROM request_counts WHERE who LIKE '%100.8'", { type: QueryTypes.SELECT }),
  ).toEqual([]);
  one.shutdown();
  other.shutdown();
});

test('metrics are for this machine; every answer has the number of its request', async () => {
  const metrics = await fetch(`${at.address}/metrics`);
  const text = await metrics.text();
  expect(text).toMatch(/violet_jaw_request_seconds_count\{method="POST",route="\/api\/v1\/jobs",status="201"\} [1-9]/);
  expect(text).toMatch(/violet_jaw_work_waiting \d/);
  // addresses with ids would be a new line for each job
  expect(text).not.toMatch(/[0-9a-f]{8}-[0-9a-f]{4}-/);
  expect(metrics.headers.get('X-Request-Id')).toMatch(/^[0-9a-f]{8}$/);
  expect((await fetch(`${at.address}/metrics`, { headers: { 'X-Forwarded-For': '198.51.100.7' } })).status).toBe(403);
});
