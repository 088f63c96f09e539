import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sensorFootJob } from '../../../demo';
import { testInstance, type TestInstance } from '../testing/testInstance';
import { backupOf, restoreInto, verifyBackup } from '.';
import { backupOfDay, toForget } from './nightly';

const folder = () => mkdtempSync(join(tmpdir(), 'violet-jaw-backup-'));
const at = (dataFolder: string) => ({
  dataFolder,
  databaseUrl: null,
  files: { folder: join(dataFolder, 'files'), inDatabase: false },
});

/** Everything a shop would miss. */
async function everything(of: TestInstance) {
  const jobs = (await of.call('GET', '/jobs?size=100')).json.jobs as {
    id: string;
    number: string;
    letter: string | null;
  }[];
  const issues = await Promise.all(
    jobs.map(async ({ id }) => (await of.call('GET', `/jobs/${id}/issues`)).json as { letter: string; hash: string }[]),
  );
  return {
    jobs: await Promise.all(
      jobs.map(async ({ id }) => {
        const { json, etag } = await of.call('GET', `/jobs/${id}`);
        return [id, etag, json];
      }),
    ),
    issues,
    pdfs: await Promise.all(
      jobs.flatMap(({ id }, i) =>
        issues[i].map(async ({ letter }) => (await of.call('GET', `/jobs/${id}/issues/${letter}/sheet`)).json),
      ),
    ),
    shop: (await of.call('GET', '/shop')).json,
  };
}

test('a backup taken while the application runs comes back whole: every job, issue and file', async () => {
  const first = await testInstance({ demo: true });
  const {
    json: { jobs },
  } = await first.call('GET', '/jobs');
  const {
    json: { id },
  } = await first.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'B-1', notes: 'Плита – ½″ 😀' } });
  for (const job of [jobs[0].id as string, id as string])
    await first.call('POST', `/jobs/${job}/issues`, { body: { note: 'kept' }, headers: { 'If-Match': '"1"' } });
  const before = await everything(first);
  const path = join(folder(), 'all.zip');
  const manifest = await backupOf(at(first.dataFolder), path);
  expect(manifest.tables.jobs.rows).toBe(12);
  expect([manifest.files.length, manifest.missing]).toEqual([11, []]);
  expect((await first.call('GET', '/health')).status).toBe(200);
  await first.stop();

  const data = join(folder(), 'new');
  await restoreInto(at(data), path);
  const second = await testInstance({ dataFolder: data, demo: true });
  expect(await everything(second)).toEqual(before);
  expect(before.pdfs.length).toBeGreaterThan(0);
  expect((await second.call('GET', '/audit')).json).toContainEqual(
    expect.objectContaining({ action: 'issued a sheet' }),
  );
  await second.stop();
  // and once more, from data nobody is using
  const again = join(folder(), 'again.zip');
  const same = await backupOf(at(data), again);
  expect(same.tables.issues).toEqual(manifest.tables.issues);
  expect(same.tables.files).toEqual(manifest.tables.files);
}, 120_000);

describe('what is no whole backup is told, and nothing is restored', () => {
  let path: string;
  beforeAll(async () => {
    const instance = await testInstance({ demo: true });
    path = join(folder(), 'all.zip');
    await backupOf(at(instance.dataFolder), path);
    await instance.stop();
  }, 60_000);

  test.each<[string, (bytes: Buffer) => Buffer, RegExp]>([
    ['cut off', (b) => b.subarray(0, b.length - 300), /no backup that can be read/],
    ['empty', () => Buffer.alloc(0), /no backup that can be read/],
    // as much as no header of an entry is long: what those say twice is not read twice
    [
      'bytes changed in it',
      (b) => {
        const out = Buffer.from(b);
        for (let i = 0; i < 300; i++) out[Math.floor(b.length / 3) + i] ^= 0xff;
        return out;
      },
      /damaged|invalid|incorrect|unexpected/i,
    ],
  ])(
    '%s',
    async (_, spoil, says) => {
      const spoilt = join(folder(), 'spoilt.zip');
      writeFileSync(spoilt, spoil(readFileSync(path)));
      await expect(verifyBackup(spoilt)).rejects.toThrow(says);
      const data = join(folder(), 'new');
      await expect(restoreInto(at(data), spoilt)).rejects.toThrow(says);
      await restoreInto(at(data), path);
    },
    60_000,
  );

  test('data that are there are not written over', async () => {
    const instance = await testInstance();
    await instance.call('POST', '/jobs', { body: sensorFootJob() });
    await expect(restoreInto(at(instance.dataFolder), path)).rejects.toThrow(/is in use by process/);
    await instance.stop();
    await expect(restoreInto(at(instance.dataFolder), path)).rejects.toThrow(/The database is not empty/);
    await expect(backupOf(at(join(folder(), 'nothing')), join(folder(), 'x.zip'))).rejects.toThrow(
      /There are no data in/,
    );
  }, 60_000);
});

test('a backup is taken once a day; of old ones two weeks and the first of twelve months stay', async () => {
  const instance = await testInstance();
  const into = join(folder(), 'backups');
  const files = join(instance.dataFolder, 'files');
  const day = new Date('2026-11-27T03:00:00Z');
  expect(await backupOfDay(instance.database!.url, files, into, day)).toBe(true);
  expect(await backupOfDay(instance.database!.url, files, into, day)).toBe(false);
  expect(readdirSync(into)).toEqual(['2026-11-27.zip']);
  await instance.stop();
  const days = Array.from({ length: 500 }, (_, i) =>
    new Date(day.getTime() - i * 86_400_000).toISOString().slice(0, 10),
  );
  const kept = days.filter((d) => !toForget(days).includes(d));
  expect(kept.slice(0, 14)).toEqual(days.slice(0, 14));
  expect(kept.slice(14)).toEqual([
    '2026-11-01',
    '2026-10-01',
    '2026-09-01',
    '2026-08-01',
    '2026-07-01',
    '2026-06-01',
    '2026-05-01',
    '2026-04-01',
    '2026-03-01',
    '2026-02-01',
    '2026-01-01',
    '2025-12-01',
  ]);
  expect(toForget([])).toEqual([]);
}, 60_000);
