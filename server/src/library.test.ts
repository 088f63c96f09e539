import { demoShop, sensorFootJob, vaneBearingBlockJob } from '../../demo';
import { jobFile, libraryKey, NO_CUT, type Job } from '@violet-jaw/core/job';
import { newShopTool, type Shop } from '@violet-jaw/core/shop';
import type { JobListEntry, LibraryUses } from '@violet-jaw/formats/api';
import { endOfWeek } from './services/jobLists';
import { signIn, testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
let vane: string;
let foot: string;
const put = async (shop: unknown) => {
  const { etag } = await at.call('GET', '/shop');
  return at.call('PUT', '/shop', { body: shop, headers: { 'If-Match': etag! } });
};
const post = async (job: Job) => (await at.call('POST', '/jobs', { body: job })).json.id as string;

beforeAll(async () => {
  at = await testInstance({});
  await put(demoShop);
  vane = await post({ ...vaneBearingBlockJob(), notes: 'Deburr the bore by hand (see drawing 77-B).' });
  foot = await post({ ...sensorFootJob(), due: '2020-02-29' });
}, 120_000);
afterAll(async () => {
  await at.stop();
}, 60_000);

const uses = async (list: string, item: string) =>
  (await at.call('GET', `/shop/uses?list=${list}&item=${encodeURIComponent(item)}`)).json as LibraryUses;
const list = async (query: string) => (await at.call('GET', `/jobs?${query}`)).json.jobs as JobListEntry[];
const numbers = async (query: string) => (await list(query)).map((j) => j.number);

describe('where a thing of the library is used', () => {
  test.each([
    ['tools', 'face-50', [10, 20]],
    ['tools', 'drill-9', [10]],
    ['machines', 'mill-1', []],
    ['devices', 'vise-150-soft', [20]],
    // its other jaws are of no use without it
    ['devices', 'vise-150', [10, 20]],
    ['parallels', libraryKey('parallels', { id: 'x', name: '', height: 32 + 1e-9 }), [10]],
    ['consumables', libraryKey('consumables', { id: 'x', name: 'Coolant, flood ' }), [10, 20]],
    ['materials', libraryKey('materials', { id: 'x', name: 'EN AW-6082' }), []],
  ])('%s %s', async (kind, item, ops) => {
    const found = await uses(kind, item);
    expect(found.jobs.filter((j) => j.id === vane)).toEqual([
      { id: vane, number: 'SK-1041', part: 'Vane bearing block', ops },
    ]);
    expect(found.more).toBe(false);
  });

  test('an edit, the bin and a material that means another one are counted', async () => {
    // in the pocket of the soft jaws it lies on parallels too
    expect((await uses('parallels', '16.000')).jobs.map((j) => j.ops)).toEqual([[20]]);
    expect((await uses('parallels', '14.000')).jobs).toEqual([]);
    const { json, etag } = await at.call('GET', `/jobs/${vane}`);
    const job = json as unknown as Job;
    const other = {
      ...job,
      setups: job.setups.map((s) => ({
        ...s,
        tools: s.tools.map((t) => ({ ...t, of: t.of === 'drill-9' ? null : t.of })),
      })),
    };
    const written = await at.call('PUT', `/jobs/${vane}`, { body: other, headers: { 'If-Match': etag! } });
    expect(written.status).toBe(200);
    expect((await uses('tools', 'drill-9')).jobs).toEqual([]);
    expect((await uses('materials', 'en aw')).jobs).toEqual([]);
    const gone = await post({ ...sensorFootJob(), number: 'GONE' });
    expect((await uses('materials', 'brass cw614n')).jobs.map((j) => j.number)).toEqual(['GONE', 'SK-1007']);
    await at.call('DELETE', `/jobs/${gone}`);
    expect((await uses('materials', 'brass cw614n')).jobs.map((j) => j.number)).toEqual(['SK-1007']);
    expect((await at.call('GET', '/shop/uses?list=pins&item=x')).status).toBe(400);
  });
});

test('a job file brings its tools along, without what holds in the other shop alone', async () => {
  const foreign = {
    ...newShopTool('drill', 'foreign-1'),
    name: 'Drill 4.2',
    diameter: 4.2,
    where: { machine: 'mill-1', pocket: 9 },
    measured: { length: 99, on: '2026-01-01', by: 'x' },
  };
  const job = { ...sensorFootJob(), number: 'FOREIGN' };
  const tool = {
    ...job.setups[0].tools[0],
    ...NO_CUT,
    id: 'f',
    of: 'foreign-1',
    number: 44,
    description: '',
    diameter: 4.2,
    length: null,
  };
  const setups = job.setups.map((s, i) => (i === 0 ? { ...s, tools: [...s.tools, tool] } : s));
  const answer = await at.call('POST', '/jobs/import', {
    body: jobFile({ ...job, setups }, { ...demoShop, tools: [foreign] }),
  });
  expect([answer.status, answer.json.adopted]).toEqual([201, ['Drill 4.2']]);
  const { tools } = (await at.call('GET', '/shop')).json as unknown as Shop;
  expect(tools.find((t) => t.id === 'foreign-1')).toMatchObject({ diameter: 4.2, where: null, measured: null });
  expect((await uses('tools', 'foreign-1')).jobs.map((j) => [j.number, j.ops])).toEqual([['FOREIGN', [10]]]);
  await at.call('DELETE', `/jobs/${answer.json.id as string}`);
});

test('jobs are found by material and by the words of their notes', async () => {
  expect(await numbers('search=6082')).toEqual(['SK-1041']);
  expect(await numbers('search=debur')).toEqual(['SK-1041']);
  expect(await numbers('search=77-b')).toEqual(['SK-1041']);
  // two words, one of each
  expect(await numbers('search=vane%20drawing')).toEqual(['SK-1041']);
  expect(await numbers('search=vane%20brass')).toEqual([]);
  expect(await numbers("search='%20OR%201=1")).toEqual([]);
});

test('a job is done or put away, and both can be taken back', async () => {
  const state = (said: object) => at.call('PUT', `/jobs/${foot}/state`, { body: said });
  expect((await list('search=SK-1007'))[0]).toMatchObject({ state: 'planning', archived: false });
  expect(await numbers('due=overdue')).toEqual(['SK-1007']);
  const before = (await list('search=SK-1007'))[0].updatedAt;
  expect((await state({ done: true })).status).toBe(204);
  expect((await list('state=done')).map((j) => [j.number, j.state, j.updatedAt])).toEqual([
    ['SK-1007', 'done', before],
  ]);
  expect(await numbers('due=overdue')).toEqual([]);
  expect((await state({ archived: true })).status).toBe(204);
  expect(await numbers('search=SK-1007')).toEqual([]);
  expect(await numbers('archived=true')).toEqual(['SK-1007']);
  // nothing is said twice
  await state({ archived: true });
  const audit = (await at.call('GET', '/audit')).json as unknown as { action: string; detail: string }[];
  expect(audit.filter((e) => e.action === 'moved a job on').map((e) => e.detail.split(': ')[1])).toEqual(
    expect.arrayContaining(['into the archive', 'done']),
  );
  expect(audit.filter((e) => e.action === 'moved a job on')).toHaveLength(2);
  expect((await state({ archived: false, done: false })).status).toBe(204);
  expect(await numbers('state=planning&by=part&down=true')).toEqual(['SK-1041', 'SK-1007']);
  expect((await state({})).status).toBe(400);
});

test('lists are in the order that was asked for, and those without a due date come last', async () => {
  const late = await post({ ...sensorFootJob(), number: 'A-1', part: 'Zinc cap', due: null });
  expect(await numbers('by=due')).toEqual(['SK-1007', 'SK-1041', 'A-1']);
  expect(await numbers('by=due&down=true')).toEqual(['SK-1041', 'SK-1007', 'A-1']);
  expect(await numbers('by=part')).toEqual(['SK-1007', 'SK-1041', 'A-1']);
  expect(await numbers('by=changed&down=true')).toEqual(['A-1', 'SK-1041', 'SK-1007']);
  expect(await numbers('machine=mill-1&by=number')).toEqual(['SK-1041']);
  await at.call('DELETE', `/jobs/${late}`);
});

test.each([
  ['2026-11-29', '2026-11-29'],
  ['2026-11-30', '2026-12-06'],
  ['2026-12-31', '2027-01-03'],
  ['2028-02-28', '2028-03-05'],
])('the week of %s ends on %s', (day, end) => {
  expect(endOfWeek(new Date(`${day}T12:00:00`))).toBe(end);
});

test('two thousand tools are kept, and an edit of one writes that one', async () => {
  const tools = Array.from({ length: 2000 }, (_, i) => ({
    ...newShopTool('end mill', `tool-${i}`),
    number: null,
    name: `End mill ${i}`,
    diameter: 1 + i / 100,
  }));
  const shop: Shop = { ...demoShop, tools: [...demoShop.tools, ...tools] };
  expect((await put(shop)).status).toBe(200);
  const edited = { ...shop, tools: shop.tools.map((t) => (t.id === 'tool-7' ? { ...t, diameter: 17.4625 } : t)) };
  expect((await put(edited)).status).toBe(200);
  const read = (await at.call('GET', '/shop')).json as unknown as Shop;
  expect(read).toEqual(JSON.parse(JSON.stringify(edited)));
  // taken out and moved: the order is as it was given
  const fewer = { ...edited, tools: [...edited.tools].reverse().filter((t) => t.id !== 'tool-8') };
  expect((await put(fewer)).status).toBe(200);
  expect(((await at.call('GET', '/shop')).json as unknown as Shop).tools.map((t) => t.id)).toEqual(
    fewer.tools.map((t) => t.id),
  );
  const twice = await put({ ...fewer, tools: [...fewer.tools, fewer.tools[0]] });
  expect([twice.status, JSON.stringify(twice.json)]).toEqual([400, expect.stringContaining('is there twice')]);
}, 60_000);

describe('a tool is measured by whoever measured it', () => {
  const measured = async (id: string) =>
    ((await at.call('GET', '/shop')).json as Shop).tools.find((t) => t.id === id)?.measured ?? null;
  const measure = (id: string, body: object, cookie = at.cookie()) =>
    at.call('PUT', `/shop/tools/${encodeURIComponent(id)}/length`, { body, cookie });

  test('an operator writes a length down, and nothing else of the library; not over what they did not see', async () => {
    await at.services.accounts.make('Turner', 'operator', 'only-for-tests-too');
    const turner = await signIn(at.address, 'Turner', 'only-for-tests-too');
    const before = (await at.call('GET', '/shop')).json as Shop;
    expect(await measured('drill-9')).toBeNull();
    expect((await measure('drill-9', { length: 118.275, was: null }, turner)).status).toBe(204);
    expect(await measured('drill-9')).toMatchObject({ length: 118.275, by: 'Turner' });
    // two measured it: the second is told, and the first reading stays
    const late = await measure('drill-9', { length: 118.3, was: null }, turner);
    expect([late.status, late.json.detail]).toEqual([409, expect.stringMatching(/^Turner measured .* meanwhile/)]);
    expect((await measure('drill-9', { length: 118.3, was: 118.275 }, turner)).status).toBe(204);
    for (const length of [0, -1, 2001, '118', null])
      expect((await measure('drill-9', { length, was: 118.3 }, turner)).status).toBe(400);
    expect((await measure('no-such-tool', { length: 10, was: null }, turner)).status).toBe(404);
    // who has an edit of the library open is told that it was changed
    const stale = await at.call('PUT', '/shop', { body: before, headers: { 'If-Match': '"1"' } });
    expect(stale.status).toBe(409);
    const rest = (shop: Shop) => ({ ...shop, tools: shop.tools.map((t) => ({ ...t, measured: null })) });
    expect(rest((await at.call('GET', '/shop')).json as Shop)).toEqual(rest(before));
    const audit = (await at.call('GET', '/audit')).json as { name: string; action: string; detail: string }[];
    expect(audit.find((e) => e.action === 'measured a tool')).toMatchObject({
      name: 'Turner',
      detail: expect.stringMatching(/118\.3 mm, was 118\.275 mm$/),
    });
  });
});
