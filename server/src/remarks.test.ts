import { createJimp } from '@jimp/core';
import jpegFormat from '@jimp/js-jpeg';
import pngFormat from '@jimp/js-png';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Remark } from '@violet-jaw/core/remarks';
import type { Sheet } from '@violet-jaw/core/sheet';
import { sensorFootJob } from '../../demo';
import { signIn, testInstance, type TestInstance } from './testing/testInstance';

const Pictures = createJimp({ formats: [jpegFormat, pngFormat], plugins: [] });
let at: TestInstance;
let operator = '';
let planner = '';
let id = '';
beforeAll(async () => {
  at = await testInstance({ demo: true });
  operator = await signIn(at.address, 'Operator', 'violet-operator');
  planner = await signIn(at.address, 'Planner', 'violet-planner');
  id = (await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'R-1' } })).json.id;
}, 120_000);
afterAll(async () => {
  await at.stop();
}, 60_000);

const say = async (says: string, more: object = {}, cookie = operator) =>
  at.call('POST', `/jobs/${id}/remarks`, { body: { says, setupId: null, place: null, letter: null, ...more }, cookie });
const list = async (): Promise<Remark[]> => (await at.call('GET', `/jobs/${id}/remarks`)).json;
const change = (remark: Remark, body: object, cookie: string, revision = remark.revision) =>
  at.call('PUT', `/jobs/${id}/remarks/${remark.id}`, { body, cookie, headers: { 'If-Match': `"${revision}"` } });

/** A picture whose left half is red and whose right half is blue. */
function halves(width: number, height: number) {
  const image = new Pictures({ width, height, color: 0xff0000ff });
  const pixels = new Uint32Array(image.bitmap.data.buffer, image.bitmap.data.byteOffset, width * height);
  // red, green, blue, opaque in the order of the bytes
  const blue = new Uint32Array(Uint8Array.of(0, 0, 255, 255).buffer)[0];
  for (let y = 0; y < height; y++) pixels.fill(blue, y * width + width / 2, (y + 1) * width);
  return image;
}

/** The same JPEG with an Exif segment: orientation, and a text that must not survive. Exif 2.32, TIFF 6.0. */
function withExif(jpeg: Buffer, orientation: number, secret: string): Buffer {
  const text = Buffer.from(`${secret}\0`);
  const tiff = Buffer.alloc(8 + 2 + 2 * 12 + 4);
  tiff.write('MM', 0);
  tiff.writeUInt16BE(42, 2);
  tiff.writeUInt32BE(8, 4);
  tiff.writeUInt16BE(2, 8);
  // 0x010e ImageDescription, ASCII, behind the directory
  tiff.writeUInt16BE(0x010e, 10);
  tiff.writeUInt16BE(2, 12);
  tiff.writeUInt32BE(text.length, 14);
  tiff.writeUInt32BE(tiff.length, 18);
  // 0x0112 Orientation, SHORT
  tiff.writeUInt16BE(0x0112, 22);
  tiff.writeUInt16BE(3, 24);
  tiff.writeUInt32BE(1, 26);
  tiff.writeUInt16BE(orientation, 30);
  const body = Buffer.concat([Buffer.from('Exif\0\0'), tiff, text]);
  const head = Buffer.from([0xff, 0xe1, 0, 0]);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([jpeg.subarray(0, 2), head, body, jpeg.subarray(2)]);
}

const photo = (bytes: Buffer, cookie = operator, query = '') =>
  at.call('POST', `/jobs/${id}/photos${query}`, { raw: bytes, cookie });

test('words of an operator are kept with who and when, found, changed by them or a planner, removed and taken back', async () => {
  const made = await say('  Chips behind the Hinterkante.  ', { setupId: sensorFootJob().setups[0].id });
  expect(made.status).toBe(201);
  expect(made.json).toMatchObject({ number: 1, by: 'Operator', says: 'Chips behind the Hinterkante.', own: true });
  expect((await at.call('GET', '/jobs?search=hinterk')).json.jobs.map((j: { number: string }) => j.number)).toEqual([
    'R-1',
  ]);
  // an edit of the job does not forget what was remarked
  const read = await at.call('GET', `/jobs/${id}`);
  await at.call('PUT', `/jobs/${id}`, {
    body: { ...read.json, notes: 'something else' },
    headers: { 'If-Match': read.etag! },
  });
  expect((await at.call('GET', '/jobs?search=hinterk')).json.jobs).toHaveLength(1);

  const byPlanner = await say('Mine', {}, planner);
  expect((await change(byPlanner.json, { says: 'Not yours' }, operator)).status).toBe(403);
  const changed = await change(made.json, { says: 'Chips behind the stop.' }, planner);
  expect(changed.json).toMatchObject({ says: 'Chips behind the stop.', revision: 2, by: 'Operator' });
  // two at once: the second is told, and nothing is lost
  const late = await change(made.json, { says: 'Another' }, operator, 1);
  expect([late.status, (await list())[0].says]).toEqual([409, 'Chips behind the stop.']);
  expect((await change(changed.json, { says: '  ' }, operator)).status).toBe(400);

  const removed = await change(changed.json, { removed: true }, operator);
  expect(removed.json.removed).toBe(true);
  expect((await at.call('GET', '/jobs?search=behind')).json.jobs).toEqual([]);
  await change(removed.json, { removed: false }, operator);
  expect((await list()).map((r) => [r.number, r.removed])).toEqual([
    [1, false],
    [2, false],
  ]);
  expect((await say('   ')).status).toBe(400);
  expect((await say('x', { place: { view: 'above', at: [1e9, 0] } })).status).toBe(400);
  const told = (await at.call('GET', `/jobs/${id}/audit`)).json as { action: string }[];
  expect(told.filter((e) => / remark$/.test(e.action)).length).toBe(5);
});

test('twenty at once get twenty numbers', async () => {
  const before = (await list()).length;
  const made = await Promise.all(Array.from({ length: 20 }, (_, i) => say(`at once ${i}`)));
  expect(made.map((m) => m.status)).toEqual(Array(20).fill(201));
  expect((await list()).map((r) => r.number)).toEqual(Array.from({ length: before + 20 }, (_, i) => i + 1));
});

test('how it was held comes back as it was told, whatever its device is called', async () => {
  const held = `-z +x ${'"\\\u0007ü🔧'.repeat(58)}`.slice(0, 300);
  const place = { view: 'above', at: [17.4625, -3], held };
  const made = await say('odd', { place });
  expect([made.status, made.json.place]).toEqual([201, place]);
  expect((await list()).at(-1)!.place).toEqual(place);
  expect((await say('odd', { place: { ...place, held: 'x'.repeat(301) } })).status).toBe(400);
});

test('a photo is turned upright, made smaller, written anew without what else stood in it', async () => {
  const jpeg = await halves(1800, 180).getBuffer('image/jpeg');
  // 6: the camera was held so that row 0 is on the right: what is left in the file is on top
  const made = await photo(withExif(jpeg, 6, 'GARAGE OF SOMEBODY'), operator, '?letter=A');
  expect(made.status).toBe(201);
  const { file, kind, letter } = made.json as Remark;
  expect([kind, letter, file?.width, file?.height]).toEqual(['photo', 'A', 160, 1600]);
  const got = await at.call('GET', `/photos/${file!.hash}`);
  expect(got.type).toBe('image/jpeg');
  expect(got.bytes.includes('GARAGE')).toBe(false);
  expect(got.bytes.includes('Exif')).toBe(false);
  const image = await Pictures.fromBuffer(got.bytes);
  const at2 = (x: number, y: number) => [...image.bitmap.data.subarray((y * 160 + x) * 4, (y * 160 + x) * 4 + 3)];
  const [top, bottom] = [at2(80, 200), at2(80, 1400)];
  expect([top[0] > 200, top[2] < 60, bottom[0] < 60, bottom[2] > 200]).toEqual([true, true, true, true]);
  // a hash that is no photo of a remark is not given out as one
  expect((await at.call('GET', `/photos/${'0'.repeat(64)}`)).status).toBe(404);
});

test('a photo that is sent once more, as its answer got lost, is the same remark', async () => {
  const jpeg = await halves(60, 40).getBuffer('image/jpeg');
  const own = '01234567-89ab-4cde-8f01-23456789abcd';
  const [one, two] = [await photo(jpeg, operator, `?id=${own}`), await photo(jpeg, operator, `?id=${own}`)];
  expect([one.status, two.status, two.json]).toEqual([201, 201, one.json]);
  expect((await list()).filter((r) => r.id === own)).toHaveLength(1);
});

test('what is no photo is refused with what to do, and nothing is kept of it', async () => {
  const before = (await list()).length;
  const jpeg = await halves(300, 200).getBuffer('image/jpeg');
  const bomb = Buffer.from(await halves(2, 2).getBuffer('image/png'));
  bomb.writeUInt32BE(60_000, 16);
  bomb.writeUInt32BE(60_000, 20);
  const huge = Buffer.from(jpeg);
  // the frame header of the JPEG says how large it is (ITU-T T.81, B.2.2)
  const frame = huge.indexOf(Buffer.from([0xff, 0xc0]));
  huge.writeUInt16BE(60_000, frame + 5);
  huge.writeUInt16BE(60_000, frame + 7);
  const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>');
  for (const [bytes, says] of [
    [svg, /neither a JPEG nor a PNG/],
    [Buffer.from(''), /neither a JPEG nor a PNG/],
    [jpeg.subarray(0, 700), /damaged or cut off/],
    [bomb, /3600 megapixels/],
    [huge, /more than 50 megapixels/],
  ] as const) {
    const { status, json } = await photo(Buffer.from(bytes));
    expect([status, json.detail]).toEqual([400, expect.stringMatching(says)]);
  }
  expect((await photo(Buffer.alloc(13 * 1024 * 1024, 1))).status).toBe(413);
  expect(await list()).toHaveLength(before);
});

test('an operator cannot put files beside a job; a planner can, and it must be stored', async () => {
  const stored = await at.call('POST', '/files', { raw: 'a drawing', headers: { 'X-File-Name': 'd.txt' } });
  const file = { hash: stored.json.hash as string, name: 'd.txt' };
  expect((await say('', { file })).status).toBe(403);
  expect((await say('', { file: { ...file, hash: 'f'.repeat(64) } }, planner)).status).toBe(404);
  const made = await say('', { file }, planner);
  expect(made.json).toMatchObject({ kind: 'file', onSheet: false, file: { name: 'd.txt', size: 9 } });
});

test('the next sheet prints remarks and photos, marked where they point; a new one is a change worth an issue', async () => {
  const setup = sensorFootJob().setups[0];
  for (const r of (await list()).filter((x) => x.number > 2 && x.kind === 'words'))
    await change(r, { onSheet: false }, planner);
  await say('Mind the burr.', { setupId: setup.id, place: { view: 'leftEnd', at: [3.5, 20] } });
  const issue = async () => {
    const { etag } = await at.call('GET', `/jobs/${id}`);
    return at.call('POST', `/jobs/${id}/issues`, { body: { note: '' }, headers: { 'If-Match': etag! } });
  };
  const first = await issue();
  expect(first.status).toBe(201);
  expect((await issue()).json.detail).toMatch(/Nothing has changed since issue A/);
  const sheet = (await at.call('GET', `/jobs/${id}/issues/A/sheet`)).json as Sheet;
  const own = sheet.remarks!.filter((r) => r.op === setup.op);
  expect(own.map((r) => r.says)).toEqual(['Chips behind the stop.', 'Mind the burr.']);
  expect(sheet.setups[0].says!.at(-1)).toContain(`Read ${own.map((r) => r.mark).join(', ')} on the last part`);
  expect(sheet.setups[0].scenes!.leftEnd.shapes).toContainEqual({ kind: 'mark', at: [3.5, 20], text: own[1].mark });
  const pdf = await at.call('GET', `/jobs/${id}/issues/A/sheet.pdf`);
  const doc = await getDocument({ data: new Uint8Array(pdf.bytes), useSystemFonts: false }).promise;
  const last = await (await doc.getPage(doc.numPages)).getTextContent();
  const text = last.items.map((i) => ('str' in i ? i.str : '')).join(' ');
  expect(text).toContain('Remarks and photos');
  expect(text).toContain('Mind the burr.');
  expect(text).toContain('numbers and drawings of this sheet hold, not the picture');
  expect(text).toContain(`part ${2 * sheet.setups.length + 3} of ${2 * sheet.setups.length + 3}`);

  const many = await halves(30, 20).getBuffer('image/jpeg');
  for (let i = 0; i < 24; i++) expect((await photo(many)).status).toBe(201);
  expect((await issue()).json.detail).toMatch(/26 photos are meant for the sheet, and 24 is the most/);
  for (const r of (await list()).filter((x) => x.kind === 'photo').slice(2))
    await change(r, { onSheet: false }, planner);

  await say('And the other one.', { setupId: setup.id });
  const second = await issue();
  expect(second.json.changes.map((c: { name: string }) => c.name)).toEqual([expect.stringMatching(/^remark R\d+$/)]);
}, 120_000);
