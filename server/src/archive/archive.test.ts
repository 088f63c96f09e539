import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createJimp } from '@jimp/core';
import jpegFormat from '@jimp/js-jpeg';
import { unzipSync, zipSync } from 'fflate';
import type { Remark } from '@violet-jaw/core/remarks';
import { signIn, testInstance, type TestInstance } from '../testing/testInstance';

const Pictures = createJimp({ formats: [jpegFormat], plugins: [] });
let at: TestInstance;
let other: TestInstance;
let operator = '';
let id = '';
let zip: Record<string, Uint8Array>;
const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('utf8');

beforeAll(async () => {
  [at, other] = await Promise.all([testInstance({ demo: true }), testInstance()]);
  operator = await signIn(at.address, 'Operator', 'violet-operator');
  const jobs = (await at.call('GET', '/jobs?search=SK-1041')).json.jobs as { id: string }[];
  id = jobs[0].id;
  await at.call('PUT', `/jobs/${id}/state`, { body: { family: 'Vane blocks' } });
  const says = { says: 'Größe prüfen, "11/16"', setupId: null, place: null, letter: null };
  await at.call('POST', `/jobs/${id}/remarks`, { body: says, cookie: operator });
  const picture = await new Pictures({ width: 120, height: 80, color: 0x336699ff }).getBuffer('image/jpeg');
  await at.call('POST', `/jobs/${id}/photos`, { raw: picture, cookie: operator });
  const stored = await at.call('POST', '/files', { raw: 'drawing', headers: { 'X-File-Name': 'd.txt' } });
  const file = { hash: stored.json.hash as string, name: '../../etc/drawing of ../it.txt' };
  await at.call('POST', `/jobs/${id}/remarks`, { body: { ...says, says: '', file } });
  const { etag } = await at.call('GET', `/jobs/${id}`);
  await at.call('POST', `/jobs/${id}/issues`, { body: { note: '' }, headers: { 'If-Match': etag! } });
  const told = await at.call('GET', `/jobs/${id}/everything.zip`);
  expect([told.status, told.type]).toEqual([200, 'application/zip']);
  // another program unpacks it
  zip = unzipSync(new Uint8Array(told.bytes));
}, 180_000);
afterAll(async () => {
  await Promise.all([at.stop(), other.stop()]);
}, 60_000);

const take = (entries: Record<string, Uint8Array>, query = '', to = other) =>
  to.call('POST', `/jobs/import/zip${query}`, { raw: Buffer.from(zipSync(entries, { level: 1 })) });

test('a zip holds everything of a job, under names that lead nowhere', () => {
  const names = Object.keys(zip).sort();
  expect(names.filter((n) => /\.\.\/|^\//.test(n))).toEqual([]);
  expect(names).toEqual(
    expect.arrayContaining([
      'about.json',
      'job.json',
      'issues/A/sheet-A4.pdf',
      'issues/A/sheet-Letter.pdf',
      'issues/A/set.nc',
      'issues/A/verify.nc',
      'issues/A/clear.nc',
      'photos/R2-photo.jpg',
    ]),
  );
  const step = names.find((n) => n.startsWith('part/'))!;
  expect(text(zip[step])).toBe(readFileSync('demo/vane-bearing-block.step', 'utf8'));
  expect(text(zip['issues/A/sheet-A4.pdf']).startsWith('%PDF')).toBe(true);
});

test('taken in elsewhere it is the same job with its file, words, photo and files; what was issued lies beside it', async () => {
  const made = await take(zip);
  expect(made.status).toBe(201);
  const { id: there } = made.json as { id: string };
  const [before, after] = [await at.call('GET', `/jobs/${id}`), await other.call('GET', `/jobs/${there}`)];
  expect(after.json).toEqual(before.json);
  const hash = (before.json as { body: { sha256: string } }).body.sha256;
  const file = await other.call('GET', `/files/${hash}`);
  expect(createHash('sha256').update(file.bytes).digest('hex')).toBe(hash);
  const remarks = (await other.call('GET', `/jobs/${there}/remarks`)).json as Remark[];
  expect(remarks.slice(0, 3).map((r) => [r.by, r.kind, r.says, r.file?.name ?? ''])).toEqual([
    ['Operator (from a file)', 'words', 'Größe prüfen, "11/16"', ''],
    ['Operator (from a file)', 'photo', '', 'photo.jpg'],
    ['Lead (from a file)', 'file', '', '../../etc/drawing of ../it.txt'],
  ]);
  expect(remarks.slice(3).map((r) => r.file!.name)).toEqual(
    ['sheet-A4.pdf', 'sheet-Letter.pdf', 'set.nc', 'verify.nc', 'clear.nc'].map((n) => `issues-A-${n}`),
  );
  const { bytes } = await other.call('GET', `/photos/${remarks[1].file!.hash}`);
  expect([(await Pictures.fromBuffer(bytes)).bitmap.width, bytes.length > 300]).toEqual([120, true]);
  expect((await other.call('GET', `/jobs?family=Vane blocks`)).json.jobs).toHaveLength(1);
  expect((await other.call('GET', '/jobs?search=prüfen')).json.jobs).toHaveLength(1);
  // once more: its number is taken, and another one can be given
  const again = await take(zip);
  expect([again.status, again.json.detail]).toEqual([409, expect.stringMatching(/There is a job SK-1041 already/)]);
  expect((await take(zip, '?number=V-2')).json.document.number).toBe('V-2');
  // what came out of a zip goes into one, and comes out the same
  const second = unzipSync(new Uint8Array((await other.call('GET', `/jobs/${there}/everything.zip`)).bytes));
  const jobIn = (entries: Record<string, Uint8Array>) =>
    (JSON.parse(text(entries['job.json'])) as { job: unknown }).job;
  expect(jobIn(second)).toEqual(jobIn(zip));
  expect(Object.keys(second).filter((n) => /^(photos|part)/.test(n))).toEqual(
    Object.keys(zip).filter((n) => /^(photos|part)/.test(n)),
  );
}, 60_000);

test('what is damaged, foreign or made to harm is refused in words, and no job comes of it', async () => {
  const count = async () => ((await other.call('GET', '/jobs')).json as { total: number }).total;
  const before = await count();
  const about = JSON.parse(text(zip['about.json'])) as { remarks: { at: string }[] };
  const json = (value: unknown) => Buffer.from(JSON.stringify(value));
  const step = Object.keys(zip).find((n) => n.startsWith('part/'))!;
  const without = (name: string) => Object.fromEntries(Object.entries(zip).filter(([n]) => n !== name));
  const many = Object.fromEntries(Array.from({ length: 2600 }, (_, i) => [`x/${i}`, new Uint8Array(1)]));
  const tries: [Record<string, Uint8Array>, RegExp][] = [
    [{ 'readme.txt': Buffer.from('hello') }, /"job.json" is missing/],
    [without('about.json'), /"about.json" is missing/],
    [without(step), /is missing in it/],
    [{ ...zip, [step]: Buffer.from('ISO-10303-21; not the same') }, /is not what it was when the zip was made/],
    [{ ...zip, 'job.json': Buffer.from('{') }, /JSON/],
    [{ ...zip, 'about.json': json({ ...about, surprise: 1 }) }, /unknown key "surprise"/],
    [{ ...zip, 'about.json': json({ ...about, remarks: [{ ...about.remarks[0], at: 'soon' }] }) }, /the day "soon"/],
    [{ ...zip, 'photos/R2-photo.jpg': Buffer.from('<script>') }, /neither a JPEG nor a PNG/],
    [{ ...zip, ...many }, /files, and 2500 is the most/],
    [{ ...zip, bomb: new Uint8Array(70 * 1024 * 1024) }, /unpacks to more than a job may have/],
  ];
  for (const [entries, says] of tries) {
    const { status, json: told } = await take(entries, '?number=H-1');
    expect([status, told.detail]).toEqual([400, expect.stringMatching(says)]);
  }
  const whole = Buffer.from(zipSync(zip));
  for (const raw of [whole.subarray(0, 4000), Buffer.from('no zip'), Buffer.from('')]) {
    const told = await other.call('POST', '/jobs/import/zip', { raw });
    expect([told.status, told.json.detail]).toEqual([400, expect.stringMatching(/not a job as a zip/)]);
  }
  // an entry that says it is small and is not: the size in its directory is written over
  const lie = Buffer.from(zipSync({ ...zip, 'about.json': Buffer.alloc(1e6, 32) }, { level: 1 }));
  const directory = lie.lastIndexOf(Buffer.from('about.json')) - 46;
  lie.writeUInt32LE(100, directory + 24);
  expect((await other.call('POST', '/jobs/import/zip', { raw: lie })).status).toBe(400);
  expect(await count()).toBe(before);
  expect((await at.call('POST', '/jobs/import/zip', { raw: whole, cookie: operator })).status).toBe(403);
}, 120_000);
