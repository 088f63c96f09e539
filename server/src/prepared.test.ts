import { readFileSync } from 'node:fs';
import { outlinesOf } from '@violet-jaw/core/drawing';
import type { Job } from '@violet-jaw/core/job';
import { bodyKey } from '@violet-jaw/core/part';
import { Planner } from '@violet-jaw/core/plan';
import type { Shop } from '@violet-jaw/core/shop';
import { loadKernel } from '@violet-jaw/core/solid';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { bodiesFor, chooseBody, filesOf } from '@violet-jaw/formats/part/bodies.ts';
import { bodiesFromText, jobFromText } from '@violet-jaw/formats/prepared';
import { testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
beforeAll(async () => {
  at = await testInstance({ demo: true, ahead: true });
}, 120_000);
afterAll(async () => {
  await at.stop();
}, 60_000);

const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** A job and what is prepared of it, when it is. */
async function prepared(id: string): Promise<{ job: Job; shop: Shop; revisions: string; text: string }> {
  for (let i = 0; i < 300; i++) {
    const [job, shop] = [await at.call('GET', `/jobs/${id}`), await at.call('GET', '/shop')];
    const revisions = `revision=${job.etag!.replaceAll('"', '')}&shop=${shop.etag!.replaceAll('"', '')}`;
    const { status, bytes } = await at.call('GET', `/jobs/${id}/prepared?${revisions}`);
    if (status === 200) return { job: job.json, shop: shop.json, revisions, text: bytes.toString('utf8') };
    expect(status).toBe(204);
    await sleep(200);
  }
  throw new Error('never prepared');
}

test('nothing is told for another revision, and what another program planned is planned again', async () => {
  const { jobs } = (await at.call('GET', '/jobs')).json as { jobs: { id: string; number: string }[] };
  const { id } = jobs.find((j) => j.number === 'SK-1007')!;
  const before = await prepared(id);
  expect((await at.call('GET', `/jobs/${id}/prepared?revision=900&shop=1`)).status).toBe(204);
  expect((await at.call('GET', `/jobs/${id}/prepared?revision=x&shop=1`)).status).toBe(400);
  expect((await at.call('GET', `/files/${'0'.repeat(64)}/bodies`)).status).toBe(204);
  expect((await at.call('GET', '/files/none/bodies?thickness=a')).status).toBe(400);
  // as if it had never been
  const key = at.services.prepared.keyOfJob(before.job, before.shop);
  await at.services.prepared.put('0'.repeat(64), 'a', Buffer.alloc(40 * 1024 * 1024));
  expect(await at.services.prepared.has('0'.repeat(64))).toBe(false);
  await at.services.prepared.put('1'.repeat(64), 'b', Buffer.alloc(2.5 * 1024 * 1024, 'ab'));
  expect((await at.services.prepared.get('1'.repeat(64)))?.equals(Buffer.alloc(2.5 * 1024 * 1024, 'ab'))).toBe(true);
  await at.query(
    `UPDATE prepared SET used_at = UTC_TIMESTAMP() - INTERVAL 40 DAY WHERE id IN ('${key}', '${'1'.repeat(64)}')`,
  );
  await at.services.prepared.forgetUnused();
  expect(await at.services.prepared.has(key)).toBe(false);
  expect((await at.call('GET', `/jobs/${id}/prepared?${before.revisions}`)).status).toBe(204);
  expect((await prepared(id)).text).toBe(before.text);
  // of one thing only the newest is kept
  await at.services.prepared.put('2'.repeat(64), 'c', Buffer.from('older'));
  await at.services.prepared.put('3'.repeat(64), 'c', Buffer.from('newer'));
  expect(await Promise.all(['2', '3'].map((k) => at.services.prepared.has(k.repeat(64))))).toEqual([false, true]);
  // an edit is another job
  const edited = { ...before.job, material: 'brass' };
  const { etag } = await at.call('PUT', `/jobs/${id}`, {
    body: edited,
    headers: { 'If-Match': `"${before.revisions.match(/\d+/)![0]}"` },
  });
  expect((await at.call('GET', `/jobs/${id}/prepared?${before.revisions}`)).status).toBe(204);
  const after = await prepared(id);
  expect([after.revisions.startsWith(`revision=${etag!.replaceAll('"', '')}&`), after.text === before.text]).toEqual([
    true,
    false,
  ]);
}, 120_000);

test('what is prepared of a job is what planning it anew gives, and its bodies are those of its file', async () => {
  const { jobs } = (await at.call('GET', '/jobs')).json as { jobs: { id: string; number: string }[] };
  // asked for first: planning holds up this process so long that connections end
  const all = [];
  // a STEP file and an outline
  for (const { id } of jobs.filter((j) => ['SK-1041', 'SK-1060'].includes(j.number))) {
    const found = await prepared(id);
    const bodies = [];
    for (const source of filesOf(found.job)) {
      const query = [
        ...(source.unit ? [`unit=${source.unit}`] : []),
        ...(source.thickness ? [`thickness=${source.thickness}`] : []),
      ];
      const { bytes } = await at.call('GET', `/files/${source.sha256}/bodies?${query.join('&')}`);
      bodies.push({ source, list: bodiesFromText(bytes.toString('utf8')) });
    }
    all.push({ ...found, bodies });
  }
  const kernel = await loadKernel();
  for (const { job, shop, text, bodies } of all) {
    const read = await bodiesFor(job, loadModelKernel, ({ file }) => ({
      ok: true,
      value: readFileSync(`demo/${file}`),
    }));
    if (!read.ok) throw new Error(read.problem);
    const planner = new Planner(kernel);
    const planned = planner.plan({ job, shop, bodies: read.value });
    if (!planned.ok) throw new Error(planned.problem);
    expect(jobFromText(text)).toEqual({ planned: planned.value, outlines: outlinesOf(planner, planned.value) });
    planner.graph.clear();
    for (const { source, list } of bodies) {
      const chosen = chooseBody(list, source);
      expect(chosen.ok && { mesh: chosen.value.mesh, key: bodyKey(source) }).toEqual(read.value(source));
    }
  }
  const files = all.flatMap((one) => one.bodies).length;
  expect([all.length, files]).toEqual([2, 2]);
}, 120_000);
