import { QueryTypes, Sequelize } from 'sequelize';
import { demoShop, sensorFootJob } from '../../demo';
import { Dice } from '../../core/src/testing/randomJobs';
import { keepWords } from './services/jobWords';
import { testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
let sequelize: Sequelize;
const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms));
const COUNT = 2500;

beforeAll(async () => {
  at = await testInstance({ ahead: true });
  sequelize = new Sequelize(at.database!.url, { dialect: 'mariadb', logging: false });
  await at.call('PUT', '/shop', { body: demoShop, headers: { 'If-Match': '"0"' } });
  const job = { ...sensorFootJob(), number: 'L-0000', machine: demoShop.machines[0].id };
  const {
    json: { id },
  } = await at.call('POST', '/jobs', { body: job });
  // as many as a shop has after years, all planned once
  await sequelize.query(
    `INSERT INTO jobs (id, number, part, due, machine_id, revision, document, summary, part_revision, material, units, registers, summary_revision, summary_shop, open_findings, created_at, updated_at)
    SELECT UUID(), CONCAT('L-', LPAD(seq, 4, '0')), IF(seq % 100 = 7, 'Cover 50% off_line', part), due, machine_id, revision, document, '{"counts":{"stop":0,"caution":1,"note":0},"setups":[],"problem":null}', 'B', material, units, registers, revision, 1, IF(seq % 10 = 0, 1, 0), created_at, updated_at
    FROM jobs, seq_1_to_${COUNT} WHERE id = ?`,
    { replacements: [id] },
  );
  const jobs = await sequelize.query<{ id: string; number: string; part: string; revision: string; material: string }>(
    'SELECT id, number, part, part_revision revision, material FROM jobs',
    { type: QueryTypes.SELECT },
  );
  for (const made of jobs) await keepWords(sequelize, made.id, made);
}, 120_000);
afterAll(async () => {
  await sequelize.close();
  await at.stop();
});

const get = async (query: string) =>
  (await at.call('GET', `/jobs?${query}`)).json as {
    total: number;
    more: boolean;
    jobs: { number: string; part: string; summary: unknown }[];
  };

test('a list comes in pages, in order, with how many there are', async () => {
  const [first, second] = [await get('size=20'), await get('size=20&page=1')];
  expect([first.total, first.more]).toEqual([500, true]);
  expect([...first.jobs, ...second.jobs].map((j) => j.number)).toEqual(
    Array.from({ length: 40 }, (_, i) => `L-${String(i).padStart(4, '0')}`),
  );
  expect((await get('size=100&page=25')).jobs).toHaveLength(1);
  expect((await get('page=900')).jobs).toEqual([]);
});

test('what is searched for is found by number, part and machine; signs of the search are letters like others', async () => {
  expect((await get('search=l-23')).total).toBe(100);
  expect((await get('search=50%25')).total).toBe(25);
  expect((await get('search=off_line')).total).toBe(25);
  expect((await get('search=off-line')).total).toBe(0);
  expect(
    (await get(`search=${encodeURIComponent(`cover ${demoShop.machines[0].name.toUpperCase()} 0107`)}`)).jobs.map(
      (j) => j.number,
    ),
  ).toEqual(['L-0107']);
  expect((await get('search=\\')).total).toBe(0);
  expect((await get('show=open findings&search=l-1')).total).toBe(COUNT / 25);
  expect(await get('show=not issued')).toMatchObject({ total: 500, more: true });
});

test('whatever is searched for, the words find what reading every job finds', async () => {
  const dice = new Dice(20261127);
  const texts = ['L-0107', 'Cover', 'off_line', '50%', 'foot', 'sensor', 'é', 'B', '-'];
  for (let k = 0; k < 80; k++) {
    const words = Array.from({ length: dice.whole(1, 3) }, () => {
      const text = dice.one([...texts, `L-${dice.whole(0, COUNT)}`, String(dice.whole(0, 3000))]);
      const from = dice.whole(0, text.length - 1);
      return text.slice(from, dice.whole(from + 1, text.length));
    });
    const slow = await sequelize.query<{ number: string }>(
      `SELECT number FROM jobs WHERE ${words.map(() => '(number LIKE ? OR part LIKE ? OR part_revision LIKE ? OR material LIKE ? OR (? AND machine_id IS NOT NULL))').join(' AND ')} ORDER BY number, created_at, id`,
      {
        replacements: words.flatMap((w) => {
          const like = `%${w.replace(/[\\%_]/g, '\\$&')}%`;
          return [like, like, like, like, demoShop.machines[0].name.toLowerCase().includes(w.toLowerCase())];
        }),
        type: QueryTypes.SELECT,
      },
    );
    const { total, more, jobs } = await get(`size=20&search=${encodeURIComponent(words.join(' '))}`);
    expect([words, total, more, jobs.map((j) => j.number)]).toEqual([
      words,
      Math.min(500, slow.length),
      slow.length > 500,
      slow.slice(0, 20).map((j) => j.number),
    ]);
  }
}, 60_000);

test('a job is found by what it is called now, and no longer by what it was called before', async () => {
  const {
    json: { id },
  } = await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'Q-OLD', part: 'früher Bügel' } });
  for (const word of ['q-old', 'Bügel', 'ügel', 'früher'])
    expect((await get(`search=${encodeURIComponent(word)}`)).jobs.map((j) => j.number)).toEqual(['Q-OLD']);
  await at.call('PUT', `/jobs/${id}`, {
    body: { ...sensorFootJob(), number: 'Q-NEW', part: 'now a lid' },
    headers: { 'If-Match': '"1"' },
  });
  expect((await get('search=q-old')).total).toBe(0);
  expect((await get('search=a lid q-new')).total).toBe(1);
  await at.call('DELETE', `/jobs/${id}`);
  expect((await get('search=q-new')).total).toBe(0);
  await at.call('POST', `/bin/${id}`);
  expect((await get('search=q-new')).total).toBe(1);
});

test.each(['size=0', 'size=1000', 'page=-1', 'page=x', 'show=all of them', `search=${'x'.repeat(300)}`])(
  '%s is refused in words',
  async (query) => {
    expect((await at.call('GET', `/jobs?${query}`)).status).toBe(400);
  },
);

test('a change of the shop plans none but a few, what is looked at first; lists and edits are answered meanwhile', async () => {
  expect(
    (await at.call('PUT', '/shop', { body: { ...demoShop, altitude: 100 }, headers: { 'If-Match': '"1"' } })).status,
  ).toBe(200);
  const from = performance.now();
  const page = await get('size=5&page=300');
  // planning them all takes minutes
  expect(performance.now() - from).toBeLessThan(10_000);
  expect(page.jobs.map((j) => j.summary)).toEqual([null, null, null, null, null]);
  await sleep(300);
  expect(at.services.planning.state.waiting.background + at.services.planning.state.running).toBeLessThanOrEqual(3);
  for (let i = 0; i < 100 && (await get('size=5&page=300')).jobs.some((j) => j.summary === null); i++) await sleep(200);
  expect((await get('size=5&page=300')).jobs.every((j) => j.summary !== null)).toBe(true);
  const [{ left }] = await sequelize.query<{ left: number }>(
    'SELECT COUNT(*) AS `left` FROM jobs WHERE summary_shop <> 2 OR summary_shop IS NULL',
    { type: QueryTypes.SELECT },
  );
  expect(left).toBeGreaterThan(COUNT / 2);
}, 60_000);

test('who worked at a summary and was killed is taken over from; one that never ends is told', async () => {
  // one that nobody works at and that is not planned yet, chosen and marked at once
  await sequelize.query(`UPDATE jobs SET taken_until = UTC_TIMESTAMP() - INTERVAL 1 SECOND, tries = 4, wanted_at = UTC_TIMESTAMP() + INTERVAL 1 DAY
    WHERE summary_shop = 1 AND taken_until IS NULL ORDER BY number DESC LIMIT 1`);
  const [row] = await sequelize.query<{ id: string }>(
    'SELECT id FROM jobs WHERE wanted_at > UTC_TIMESTAMP() + INTERVAL 1 HOUR',
    { type: QueryTypes.SELECT },
  );
  let problem: string | null = null;
  // those being planned just now come to their end first
  for (let i = 0; i < 400 && problem === null; i++) {
    const [{ summary }] = await sequelize.query<{ summary: string | null }>('SELECT summary FROM jobs WHERE id = ?', {
      replacements: [row.id],
      type: QueryTypes.SELECT,
    });
    problem = (JSON.parse(summary ?? '{"problem":null}') as { problem: string | null }).problem;
    await sleep(200);
  }
  expect(problem).toMatch(/did not come to an end 4 times/);
}, 120_000);

test('ids that differ in case, accent or a space at the end are different', async () => {
  const shop = (await at.call('GET', '/shop')).json;
  const device = shop.devices[0];
  const devices = ['x', 'X', 'x ', 'é', 'e'].map((id) => ({ ...device, id, name: `device ${JSON.stringify(id)}` }));
  const { etag } = await at.call('GET', '/shop');
  expect(
    (
      await at.call('PUT', '/shop', {
        body: { ...shop, devices: [...shop.devices, ...devices] },
        headers: { 'If-Match': etag! },
      })
    ).status,
  ).toBe(200);
  expect(((await at.call('GET', '/shop')).json.devices as { id: string }[]).slice(-5).map((d) => d.id)).toEqual([
    'x',
    'X',
    'x ',
    'é',
    'e',
  ]);
});
