import { newJob } from '@violet-jaw/core/job';
import { testInstance, type TestInstance } from './testing/testInstance';

const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** A binary STL of so many facets anywhere: it takes seconds to find out that they close nothing. */
function facetSoup(n: number): Buffer {
  const bytes = Buffer.alloc(84 + 50 * n);
  bytes.writeUInt32LE(n, 80);
  let seed = 7;
  for (let f = 0; f < n; f++)
    for (let k = 3; k < 12; k++) {
      seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
      bytes.writeFloatLE((seed / 2_147_483_648) * 100, 84 + 50 * f + 4 * k);
    }
  return bytes;
}

/** The summary of a job, once it is there. */
async function summaryOf(at: TestInstance, id: string) {
  for (let i = 0; i < 200; i++) {
    const entry = (await at.call('GET', '/jobs')).json.jobs.find((j: { id: string }) => j.id === id);
    if (entry?.summary) return entry.summary;
    await sleep(100);
  }
  throw new Error('no summary came');
}

test('a file that stops its reader is told, not tried again by itself, and stops nobody else; given again it is tried again', async () => {
  const at = await testInstance({ ahead: true, limits: { cpuSeconds: 1, wallSeconds: 60, memoryMb: 1800 } });
  const soup = facetSoup(250_000);
  const give = (to: TestInstance) =>
    to.call('POST', '/files', {
      raw: soup,
      headers: { 'Content-Type': 'application/octet-stream', 'X-File-Name': 'soup.stl' },
    });
  const file = await give(at);
  const {
    json: { id },
  } = await at.call('POST', '/jobs', {
    body: newJob(
      { number: 'SOUP', part: 'soup', units: 'mm' },
      { file: 'soup.stl', sha256: file.json.hash, unit: 'mm', body: 0 },
    ),
  });
  expect((await summaryOf(at, id)).problem).toMatch(
    /Reading "soup\.stl" took more than 1 s of computing and was stopped/,
  );
  const issued = await at.call('POST', `/jobs/${id}/issues`, { body: { note: '' }, headers: { 'If-Match': '"1"' } });
  expect(issued).toMatchObject({
    status: 409,
    json: { title: 'File stopped its reader', detail: expect.stringMatching(/drop the same file again/) },
  });
  expect((await at.call('GET', '/health')).status).toBe(200);
  await at.stop();
  // as it was: with the usual limits it is still known, until somebody gives the file again
  const again = await testInstance({ dataFolder: at.dataFolder, ahead: true });
  expect(
    (await again.call('POST', `/jobs/${id}/issues`, { body: { note: '' }, headers: { 'If-Match': '"1"' } })).json.title,
  ).toBe('File stopped its reader');
  await give(again);
  expect(
    (await again.call('POST', `/jobs/${id}/issues`, { body: { note: '' }, headers: { 'If-Match': '"1"' } })).json.title,
  ).not.toBe('File stopped its reader');
  await again.stop();
}, 120_000);

test('a DXF with an arc as good as straight is planned; the server answers all the while', async () => {
  const at = await testInstance({ ahead: true });
  const pairs = [
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    [0, 'LWPOLYLINE'],
    [90, 4],
    [70, 1],
    [10, 0],
    [20, 0],
    [42, -2.2e-16],
    [10, 50],
    [20, 0],
    [10, 50],
    [20, 30],
    [10, 0],
    [20, 30],
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  const file = await at.call('POST', '/files', {
    raw: pairs.map((p) => p.join('\n')).join('\n'),
    headers: { 'Content-Type': 'application/octet-stream', 'X-File-Name': 'arc.dxf' },
  });
  const job = newJob(
    { number: 'ARC', part: 'plate', units: 'mm' },
    { file: 'arc.dxf', sha256: file.json.hash, unit: 'mm', thickness: 5, body: 0 },
  );
  const {
    json: { id },
  } = await at.call('POST', '/jobs', { body: job });
  expect((await summaryOf(at, id)).problem).toBeNull();
  await at.stop();
}, 60_000);
