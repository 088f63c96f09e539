import { randomUUID } from 'node:crypto';
import { demoShop, mastSpindleJob, sensorFootJob, vaneBearingBlockJob } from '../../demo';
import type { RunEvent, RunPlan } from '@violet-jaw/core/run';
import { runReach, type Sheet } from '@violet-jaw/core/sheet';
import type { ReadingEntry, RunRecord, SpindleEntry } from '@violet-jaw/formats/api';
import { signIn, testInstance, type TestInstance } from './testing/testInstance';

let at: TestInstance;
let operator: string;
let jobId: string;
let plan: RunPlan;

beforeAll(async () => {
  at = await testInstance({ publicAddress: 'https://jaw.example' });
  await at.call('PUT', '/shop', { body: demoShop, headers: { 'If-Match': '"0"' } });
  await at.call('POST', '/accounts', { body: { name: 'Operator', role: 'operator', password: 'operator-at-work' } });
  operator = await signIn(at.address, 'Operator', 'operator-at-work');
  const job = { ...vaneBearingBlockJob(), number: 'RUN-1', body: { block: { x: 110, y: 70, z: 38 } } };
  jobId = (await at.call('POST', '/jobs', { body: job })).json.id as string;
  const issued = await at.call('POST', `/jobs/${jobId}/issues`, { body: { note: '' }, headers: { 'If-Match': '"1"' } });
  expect(issued).toMatchObject({ status: 201, json: { letter: 'A', issuedBy: 'Tester', hasRun: true } });
  plan = (await at.call('GET', `/jobs/${jobId}/issues/A/run`, { cookie: operator })).json.plan as RunPlan;
}, 180_000);
afterAll(async () => {
  await at.stop();
}, 60_000);

/** What an operator answers who makes no mistake; `off` moves the X reading of the first setup. */
function answers(off = 0, ofPlan = plan): RunEvent[] {
  return ofPlan.steps.map((step) => ({
    id: randomUUID(),
    at: '2026-11-25T08:00:00Z',
    stepId: step.id,
    kind: 'answer' as const,
    values: Object.fromEntries(
      step.asks.map((ask) => {
        if (ask.kind === 'yes') return [ask.id, true];
        const setup = ofPlan.setups.find((s) => s.id === step.setupId);
        const w = setup && ask.axis ? (setup.planned[ask.axis] ?? 0) : 0;
        const by = ask.axis === 'x' ? off : 0;
        const run = setup?.axes[['x', 'y', 'z'].indexOf(ask.axis ?? '')];
        if (step.kind === 'touch' && ask.axis && run)
          return [ask.id, w + run.worksheet.declare! + (run.length ?? 0) + by];
        return [ask.id, step.kind === 'keyIn' ? w + by : (ask.target ?? 0)];
      }),
    ),
  }));
}
const send = (runId: string, events: RunEvent[], cookie = operator) =>
  at.call('POST', `/runs/${runId}/events`, {
    cookie,
    body: { jobId, letter: 'A', startedAt: '2026-11-25T08:00:00Z', events },
  });

test('the run of an issue is frozen with it: steps, targets and what the machine is', () => {
  expect(plan).toMatchObject({ number: 'RUN-1', letter: 'A', machineName: 'Mill 1', homes: true });
  expect(plan.steps.map((s) => s.kind).slice(0, 8)).toEqual([
    'machine',
    // the tools, then the setup
    'prepare',
    'prepare',
    'load',
    'touch',
    'touch',
    'touch',
    'keyIn',
  ]);
  expect(plan.setups[0].causes.map((c) => c.code)).toEqual(expect.arrayContaining(['wrong-body', 'radius-forgotten']));
});

test('the sheet leads to the run where tablets reach it', async () => {
  const { run } = (await at.call('GET', `/jobs/${jobId}/issues/A/sheet`)).json as Sheet;
  expect(run?.url).toBe(`https://jaw.example/run/${jobId}/A`);
  expect(runReach(run!.url)).toBe('');
  for (const here of ['http://127.0.0.1:4680/run/x/A', 'http://localhost:4680/run/x/A', 'http://[::1]:4680/run/x/A'])
    expect(runReach(here)).toMatch(/only on the computer/);
});

test('an issue that a newer one has replaced says so', async () => {
  expect((await at.call('GET', `/jobs/${jobId}/issues/A/run`)).json.newest).toBe('A');
  const { json: job, etag } = await at.call('GET', `/jobs/${jobId}`);
  const changed = await at.call('PUT', `/jobs/${jobId}`, {
    body: { ...job, notes: 'another' },
    headers: { 'If-Match': etag! },
  });
  expect(
    (await at.call('POST', `/jobs/${jobId}/issues`, { body: { note: '' }, headers: { 'If-Match': changed.etag! } }))
      .json.letter,
  ).toBe('B');
  expect((await at.call('GET', `/jobs/${jobId}/issues/A/run`)).json).toMatchObject({
    newest: 'B',
    plan: { letter: 'A' },
  });
});

test('events are taken in order and once, however often and in whatever pieces they are sent', async () => {
  const runId = randomUUID();
  const events = answers();
  expect((await send(runId, events.slice(0, 4))).json.events).toHaveLength(4);
  // the answer was lost on the way: the device sends all of them again
  const again = await Promise.all([
    send(runId, events.slice(0, 8)),
    send(runId, events.slice(0, 8)),
    send(runId, events.slice(2, 8)),
  ]);
  expect(again.map((a) => a.status)).toEqual([200, 200, 200]);
  const record = (await at.call('GET', `/runs/${runId}`)).json as RunRecord;
  expect(record.events.map((e) => e.id)).toEqual(events.slice(0, 8).map((e) => e.id));
  expect(record).toMatchObject({
    startedBy: 'Operator',
    finishedAt: null,
    events: expect.arrayContaining([expect.objectContaining({ by: 'Operator' })]),
  });
  const done = await send(runId, events);
  expect(done.json.finishedAt).not.toBeNull();
  const actions = ((await at.call('GET', `/jobs/${jobId}/audit`)).json as { action: string; name: string }[]).map(
    (a) => `${a.name} ${a.action}`,
  );
  expect(actions).toEqual(
    expect.arrayContaining([
      'Tester issued a sheet',
      'Operator opened a sheet to run',
      'Operator started a run',
      'Operator finished a run',
    ]),
  );
});

test('an unchanged run is answered with 304, so that a second person can watch', async () => {
  const runId = randomUUID();
  await send(runId, answers().slice(0, 2));
  const first = await at.call('GET', `/runs/${runId}`);
  expect((await at.call('GET', `/runs/${runId}`, { headers: { 'If-None-Match': first.etag! } })).status).toBe(304);
  await send(runId, answers().slice(2, 3));
  expect(
    (await at.call('GET', `/runs/${runId}`, { headers: { 'If-None-Match': first.etag! } })).json.events,
  ).toHaveLength(3);
});

test('zeros that were keyed in come back as readings, per axis, against the plan', async () => {
  const runId = randomUUID();
  await send(runId, answers(0.04));
  const readings = ((await at.call('GET', `/jobs/${jobId}/readings`)).json as ReadingEntry[]).filter(
    (r) => r.runId === runId,
  );
  expect(readings).toHaveLength(6);
  const x = readings.find((r) => r.op === 10 && r.axis === 'x')!;
  expect(x).toMatchObject({ register: 'G54', machineId: 'mill-1', stationId: 'station-a', letter: 'A' });
  expect(x.measured - x.planned!).toBeCloseTo(0.04, 6);
  expect((await at.call('GET', '/machines/mill-1/readings')).json.length).toBeGreaterThanOrEqual(6);
});

test('an accepted reading stands in the audit list with its reason', async () => {
  const runId = randomUUID();
  const [machine, tools, prepare, load, touch] = answers(1.5);
  await send(runId, [
    machine,
    tools,
    prepare,
    load,
    touch,
    { id: randomUUID(), at: '', stepId: touch.stepId, kind: 'accept', reason: 'the vise was moved' },
  ]);
  const entry = ((await at.call('GET', `/jobs/${jobId}/audit`)).json as { action: string; detail: string }[]).find(
    (a) => a.action === 'accepted a reading',
  );
  expect(entry?.detail).toBe('issue A, Op 10: touch off X: the vise was moved');
});

test('what was read is told against what was expected then, and by whom, also after going back', async () => {
  const runId = randomUUID();
  const [machine, tools, prepare, load, touch, ...rest] = answers(1.5);
  await send(runId, [
    machine,
    tools,
    prepare,
    load,
    touch,
    { id: randomUUID(), at: '', stepId: touch.stepId, kind: 'accept', reason: 'the vise was moved' },
    { id: randomUUID(), at: '', stepId: rest[0].stepId, kind: 'back' },
  ]);
  const { json } = await at.call('GET', `/runs/${runId}/history`, { cookie: operator });
  expect(json.units).toBe('mm');
  expect(json.rows.map((r: { outcome: string }) => r.outcome)).toEqual([
    'passed',
    'passed',
    'passed',
    'passed',
    'stopped',
    'accepted',
    'back',
  ]);
  expect(json.rows[4]).toMatchObject({
    event: { by: 'Operator' },
    title: 'Op 10: touch off X',
    readings: [{ difference: expect.closeTo(1.5, 6), inLimit: false }],
  });
  expect((await at.call('GET', `/runs/${randomUUID()}/history`)).status).toBe(404);
  // what waited on a tablet is sent by whoever signs in there next
  await send(runId, [{ id: randomUUID(), at: '', stepId: touch.stepId, kind: 'again', who: 'Night shift' }]);
  expect((await at.call('GET', `/runs/${runId}`)).json.events.at(-1)).toMatchObject({
    by: 'Night shift, sent by Operator',
  });
  const read = (
    (await at.call('GET', `/jobs/${jobId}/audit`)).json as { action: string; detail: string; name: string }[]
  ).find((a) => a.action === 'gave a reading' && /touch off X/.test(a.detail));
  expect(read).toMatchObject({
    name: 'Operator',
    detail: expect.stringMatching(/^issue A, Op 10: touch off X: Machine X at the sawn left face, mm [−+]\d+\.\d{3}$/),
  });
  await at.call('DELETE', `/runs/${runId}`, { cookie: operator });
});

test('a common offset that was seen is known to the next run on that machine', async () => {
  const [machine] = answers();
  const seen = { ...machine, values: { ...(machine as { values: object }).values, 'common-x': 12.7 } } as RunEvent;
  await send(randomUUID(), [seen]);
  expect((await at.call('GET', `/jobs/${jobId}/issues/A/run`)).json.commons).toContainEqual({ x: 12.7, y: 0, z: 0 });
});

test.each([
  ['an unknown kind', { kind: 'other' }, /events\.0/],
  ['a huge number', { kind: 'answer', values: { x: 1e300 } }, /events\.0/],
  ['words for a number', { kind: 'answer', values: { x: 'ten' } }, /events\.0/],
  ['no reason', { kind: 'accept', reason: '' }, /reason/],
])('%s is refused, and nothing of the message is taken', async (_, part, says) => {
  const runId = randomUUID();
  const answer = await send(runId, [
    { id: randomUUID(), at: '', stepId: 'run/machine', ...part } as unknown as RunEvent,
  ]);
  expect(answer).toMatchObject({ status: 400, json: { detail: expect.stringMatching(says) } });
  expect((await at.call('GET', `/runs/${runId}`)).status).toBe(404);
});

test('a run belongs to its sheet; an ended one takes nothing more', async () => {
  const runId = randomUUID();
  await send(runId, answers().slice(0, 1));
  const other = (await at.call('POST', '/jobs', { body: { ...sensorFootJob(), number: 'RUN-2' } })).json.id as string;
  await at.call('POST', `/jobs/${other}/issues`, { body: { note: '' }, headers: { 'If-Match': '"1"' } });
  expect(
    (
      await at.call('POST', `/runs/${runId}/events`, {
        cookie: operator,
        body: { jobId: other, letter: 'A', startedAt: '', events: [] },
      })
    ).status,
  ).toBe(409);
  expect((await at.call('DELETE', `/runs/${runId}`, { cookie: operator })).status).toBe(204);
  expect(await send(runId, answers().slice(1, 2))).toMatchObject({
    status: 409,
    json: { detail: expect.stringMatching(/kept on the device/) },
  });
}, 60_000);

test('who uses a register of a machine, and which of them stands on it now', async () => {
  const runId = randomUUID();
  await send(runId, answers().slice(0, 3));
  await at.call('POST', '/jobs', { body: { ...vaneBearingBlockJob(), body: { block: { x: 110, y: 70, z: 38 } } } });
  const uses = (await at.call('GET', '/machines/mill-1/registers')).json as {
    number: string;
    register: string;
    by: string;
    state: string;
  }[];
  expect(uses).toContainEqual(
    expect.objectContaining({ number: 'RUN-1', register: 'G54', by: 'Op 10', state: 'stands on the machine' }),
  );
  expect(uses).toContainEqual(expect.objectContaining({ number: 'SK-1041', register: 'G55', state: 'planned' }));
});

test('the lines of an issue: set, look, clear, and the frozen job for practice', async () => {
  const text = async (part: string) =>
    (await at.call('GET', `/jobs/${jobId}/issues/A/control.nc?part=${part}`)).bytes.toString();
  expect(await text('set')).toMatch(/^G10 L2 P1 X/m);
  expect(await text('verify')).toMatch(/^G53 G0 Z/m);
  expect(await text('clear')).toMatch(/^G10 L2 P1 X\+0\.000/m);
  expect((await at.call('GET', `/jobs/${jobId}/issues/A/control.nc?part=all`)).status).toBe(400);
  expect((await at.call('GET', `/jobs/${jobId}/issues/A/frozen`)).json).toMatchObject({
    job: { number: 'RUN-1' },
    shop: { machines: [{ id: 'mill-1' }] },
  });
});

test('the main spindle of a bar lathe is read before and after: run after run, as it was read', async () => {
  const steps = [{ id: 'a', length: 318, from: 14, to: 14 }];
  const job = { ...mastSpindleJob(), number: 'RUN-9', body: { turned: { along: 'x' as const, steps } } };
  const id = (await at.call('POST', '/jobs', { body: job })).json.id as string;
  const issued = await at.call('POST', `/jobs/${id}/issues`, { body: { note: '' }, headers: { 'If-Match': '"1"' } });
  expect(issued.json).toMatchObject({ letter: 'A', hasRun: true });
  const turned = (await at.call('GET', `/jobs/${id}/issues/A/run`)).json.plan as RunPlan;
  const start = turned.steps.find((s) => s.id === 'run/load')!.asks.find((a) => a.id === 'main');
  const planned = start?.kind === 'length' ? start.target! : NaN;
  expect(planned).toBeLessThan(0);
  const run = async (startedAt: string, left: number) => {
    const events = answers(0, turned).map((e) =>
      e.kind === 'answer' && e.stepId === 'run/bar/back' ? { ...e, values: { after: planned + left } } : e,
    );
    const sent = await at.call('POST', `/runs/${randomUUID()}/events`, {
      cookie: operator,
      body: { jobId: id, letter: 'A', startedAt, events },
    });
    expect(sent.status).toBe(200);
  };
  await run('2026-11-25T08:00:00Z', 0);
  await run('2026-11-26T08:00:00Z', 0.0625);
  const { json } = await at.call('GET', `/jobs/${id}/spindle`, { cookie: operator });
  const told = (json as unknown as SpindleEntry[]).map((e) => [e.startedAt.slice(8, 10), e.when, e.read]);
  // the second run stands where the spindle has not come back: the last part is not made
  expect(told).toEqual([
    ['25', 'before the first part', planned],
    ['25', 'after the first part', planned],
    ['25', 'after the last part', planned],
    ['26', 'before the first part', planned],
    ['26', 'after the first part', planned + 0.0625],
  ]);
  expect((await at.call('GET', `/jobs/${jobId}/spindle`)).json).toEqual([]);
});
