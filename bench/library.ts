import { chromium } from '@playwright/test';
import { QueryTypes, Sequelize } from 'sequelize';
import { CHROMIUM } from '../scripts/browser.mjs';
import { demoShop, sensorFootJob } from '../demo';
import { newShopTool, type Shop } from '@violet-jaw/core/shop';
import { keepWords } from '../server/src/services/jobWords';
import { testInstance } from '../server/src/testing/testInstance';
import { print, timed } from './measure';
import { startBenchServer } from './server';

/** A shop after years: so many tools, so many jobs. */
const TOOLS = 2000;
const JOBS = 5000;

const tools = Array.from({ length: TOOLS }, (_, i) => ({
  ...newShopTool('end mill', `bench-${i}`),
  name: `End mill ${i}`,
  number: (i % 999) + 1,
  diameter: 1 + i / 100,
  where: { cabinet: `Drawer ${i % 40}` },
}));
const shop: Shop = { ...demoShop, tools: [...demoShop.tools, ...tools] };

/** Lists and searches among many jobs, against the same among the few of a new shop. */
async function lists(): Promise<void> {
  const at = await testInstance();
  const sql = new Sequelize(at.database!.url, { dialect: 'mariadb', logging: false });
  await at.call('PUT', '/shop', { body: demoShop, headers: { 'If-Match': '"0"' } });
  const job = { ...sensorFootJob(), number: 'L-0000', machine: 'mill-2' };
  const { id } = (await at.call('POST', '/jobs', { body: job })).json as { id: string };
  const add = async (from: number, to: number) => {
    await sql.query(
      `INSERT INTO jobs (id, number, part, due, machine_id, revision, document, summary, part_revision, material, units, registers, summary_revision, summary_shop, open_findings, created_at, updated_at)
      SELECT UUID(), CONCAT('L-', LPAD(seq, 4, '0')), part, due, machine_id, revision, document, '{"counts":{"stop":0,"caution":1,"note":0},"setups":[],"problem":null}', 'B', material, units, registers, revision, 1, IF(seq % 10 = 0, 1, 0), created_at, updated_at
      FROM jobs, seq_${from}_to_${to} WHERE id = ?`,
      { replacements: [id] },
    );
    const made = await sql.query<{ id: string; number: string; part: string; revision: string; material: string }>(
      'SELECT id, number, part, part_revision revision, material FROM jobs WHERE number BETWEEN ? AND ?',
      { replacements: [from, to].map((n) => `L-${String(n).padStart(4, '0')}`), type: QueryTypes.SELECT },
    );
    for (const one of made)
      await keepWords(sql, one.id, {
        ...one,
        notes: `kept in rack ${Number(one.number.slice(2)) % 50} after cleaning`,
      });
  };
  const asked = {
    'the list': '/jobs?size=50',
    'a number': '/jobs?search=L-0042',
    'a word that all have': '/jobs?search=sensor',
    'a word of the notes': '/jobs?search=rack%207',
    'those due first': '/jobs?by=due',
    'those that are issued': '/jobs?state=issued',
    'where a machine is used': '/shop/uses?list=machines&item=mill-2',
  };
  const spent = async () => {
    const all = new Map<string, number>();
    for (const [what, path] of Object.entries(asked)) all.set(what, await timed(15, () => at.call('GET', path)));
    return all;
  };
  await add(1, 99);
  const few = await spent();
  await add(100, JOBS - 1);
  const many = await spent();
  for (const what of Object.keys(asked))
    print({
      figure: `${JOBS} jobs: ${what}`,
      value: many.get(what)!,
      unit: 'ms',
      baseline: { what: 'with 100 jobs', value: few.get(what)! },
      target: '100 ms',
    });
  await sql.close();
  await at.stop();
}

/** The library with many tools: written, opened, searched. */
async function library(): Promise<void> {
  const server = await startBenchServer();
  const own = { Cookie: server.cookie, 'X-Violet-Jaw': '1', 'Content-Type': 'application/json' };
  let etag = (await fetch(`${server.address}/api/v1/shop`, { headers: own })).headers.get('etag')!;
  const put = async (body: Shop) => {
    const answer = await fetch(`${server.address}/api/v1/shop`, {
      method: 'PUT',
      headers: { ...own, 'If-Match': etag },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(await answer.text());
    etag = answer.headers.get('etag')!;
  };
  const edited = (of: Shop, i: number): Shop => ({
    ...of,
    tools: of.tools.map((t, k) => (k === 3 ? { ...t, note: `edit ${i}` } : t)),
  });
  const small = await timed(5, (i) => put(edited(demoShop, i)));
  await put(shop);
  print({
    figure: `an edit of one of ${TOOLS} tools, until it is kept`,
    value: await timed(5, (i) => put(edited(shop, i))),
    unit: 'ms',
    baseline: { what: `with ${demoShop.tools.length} tools`, value: small },
    target: '500 ms',
  });
  const browser = await chromium.launch(CHROMIUM);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const [name, value] = server.cookie.split('=');
  await context.addCookies([{ name, value: decodeURIComponent(value), url: server.address }]);
  const page = await context.newPage();
  const opened = async () => {
    await page.goto('about:blank');
    await page.goto(`${server.address}/shop/tools`, { waitUntil: 'commit' });
    await page.getByText(`${shop.tools.length} in all`).waitFor();
  };
  print({
    figure: `the library with ${TOOLS} tools, until it is there`,
    value: await timed(5, opened),
    unit: 'ms',
    target: '1000 ms',
  });
  const search = page.getByLabel('Search tools');
  print({
    figure: `${TOOLS} tools: from a key to what is found`,
    value: await timed(9, async (i) => {
      await search.fill(`mill ${1700 + i}`);
      await page.getByText(`1 of ${shop.tools.length}`).waitFor();
    }),
    unit: 'ms',
    target: '100 ms',
  });
  await browser.close();
  await server.stop();
}

await lists();
await library();
