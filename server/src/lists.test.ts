import { QueryTypes, Sequelize } from 'sequelize';
import { demoShop, sensorFootJob } from '../../demo';
import { testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
let sequelize: Sequelize;
const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms));
const COUNT = 2500;

beforeAll(async () => {
  at = await testInstance();
  sequelize = new Sequelize(at.database!.url, { dialect: 'mariadb', logging: false });
  await at.call('PUT', '/shop', { body: demoShop, headers: { 'If-Match': '"0"' } });
  const job = { ...sensorFootJob(), number: 'L-0000', machine: demoShop.machines[0].id };
  const { json: { id } } = await at.call('POST', '/jobs', { body: job });
  // as many as a shop has after years, all planned once
  await sequelize.query(`INSERT INTO jobs (id, number, part, due, machine_id, revision, document, summary, part_revision, units, registers, summary_revision, summary_shop, open_findings, created_at, updated_at)
    SELECT UUID(), CONCAT('L-', LPAD(seq, 4, '0')), IF(seq % 100 = 7, 'Cover 50% off_line', part), due, machine_id, revision, document, '{"counts":{"stop":0,"caution":1,"note":0},"setups":[],"problem":null}', 'B', units, registers, revision, 1, IF(seq % 10 = 0, 1, 0), created_at, updated_at
    FROM jobs, seq_1_to_${COUNT} WHERE id = ?`, { replacements: [id] });
}, 120_000);
afterAll(async () => { await sequelize.close(); await at.stop(); });

const get = async (query: string) => (await at.call('GET', `/jobs?${query}`)).json as { total: number; jobs: { number: string; part: string; summary: unknown }[] };

test('a list comes in pages, in order, with how many there are', async () => {
  const [first, second] = [await get('size=20'), await get('size=20&page=1')];
  expect(first.total).toBe(COUNT + 1);
  expect([...first.jobs, ...second.jobs].map((j) => j.number)).toEqual(Array.from({ length: 40 }, (_, i) => `L-${String(i).padStart(4, '0')}`));
  expect((await get('size=100&page=25')).jobs).toHaveLength(1);
  expect((await get('page=900')).jobs).toEqual([]);
});

test('what is searched for is found by number, part and machine; signs of the search are letters like others', async () => {
  expect((await get('search=l-23')).total).toBe(100);
  expect((await get('search=50%25')).total).toBe(25);
  expect((await get('search=off_line')).total).toBe(25);
  expect((await get('search=off-line')).total).toBe(0);
  expect((await get(`search=${encodeURIComponent(`cover ${demoShop.machines[0].name.toUpperCase()} 0107`)}`)).jobs.map((j) => j.number)).toEqual(['L-0107']);
  expect((await get('search=\\')).total).toBe(0);
  expect((await get('show=open findings')).total).toBe(COUNT / 10);
  expect((await get('show=not issued')).total).toBe(COUNT + 1);
});

test.each(['size=0', 'size=1000', 'page=-1', 'page=x', 'show=all of them', `search=${'x'.repeat(300)}`])('%s is refused in words', async (query) => {
  expect((await at.call('GET', `/jobs?${query}`)).status).toBe(400);
});

test('a change of the shop plans none but a few, what is looked at first; lists and edits are answered meanwhile', async () => {
  expect((await at.call('PUT', '/shop', { body: { ...demoShop, altitude: 100 }, headers: { 'If-Match': '"1"' } })).status).toBe(200);
  const from = performance.now();
  const page = await get('size=5&page=300');
  expect(performance.now() - from).toBeLessThan(1500);
  expect(page.jobs.map((j) => j.summary)).toEqual([null, null, null, null, null]);
  await sleep(300);
  expect(at.services.planning.state.waiting.background + at.services.planning.state.running).toBeLessThanOrEqual(3);
  for (let i = 0; i < 100 && (await get('size=5&page=300')).jobs.some((j) => j.summary === null); i++) await sleep(200);
  expect((await get('size=5&page=300')).jobs.every((j) => j.summary !== null)).toBe(true);
  const [{ left }] = await sequelize.query<{ left: number }>('SELECT COUNT(*) AS `left` FROM jobs WHERE summary_shop <> 2 OR summary_shop IS NULL', { type: QueryTypes.SELECT });
  expect(left).toBeGreaterThan(COUNT / 2);
}, 60_000);

test('who worked at a summary and was killed is taken over from; one that never ends is told', async () => {
  const [row] = await sequelize.query<{ id: string }>('SELECT id FROM jobs ORDER BY number DESC LIMIT 1', { type: QueryTypes.SELECT });
  await sequelize.query('UPDATE jobs SET taken_until = UTC_TIMESTAMP() - INTERVAL 1 SECOND, tries = 4, wanted_at = UTC_TIMESTAMP() + INTERVAL 1 DAY WHERE id = ?', { replacements: [row.id] });
  let problem: string | null = null;
  for (let i = 0; i < 100 && problem === null; i++) {
    const [{ summary }] = await sequelize.query<{ summary: string }>('SELECT summary FROM jobs WHERE id = ?', { replacements: [row.id], type: QueryTypes.SELECT });
    problem = (JSON.parse(summary) as { problem: string | null }).problem;
    await sleep(200);
  }
  expect(problem).toMatch(/did not come to an end 4 times/);
}, 60_000);

test('ids that differ in case, accent or a space at the end are different', async () => {
  const shop = (await at.call('GET', '/shop')).json;
  const device = shop.devices[0];
  const devices = ['x', 'X', 'x ', 'é', 'e'].map((id) => ({ ...device, id, name: `device ${JSON.stringify(id)}` }));
  const { etag } = await at.call('GET', '/shop');
  expect((await at.call('PUT', '/shop', { body: { ...shop, devices: [...shop.devices, ...devices] }, headers: { 'If-Match': etag! } })).status).toBe(200);
  expect(((await at.call('GET', '/shop')).json.devices as { id: string }[]).slice(-5).map((d) => d.id)).toEqual(['x', 'X', 'x ', 'é', 'e']);
});
