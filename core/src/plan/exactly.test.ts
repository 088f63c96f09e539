import { demoShop } from '../../../demo';
import { newBlank, newHold, newJob, oneCut, type Job, type Setup } from '../job';
import { findFeatures, knownFeature } from '../part';
import { simulate } from '../exact';
import { remediesOf } from '../remedy';
import type { Vise } from '../shop';
import { loadKernel, meshBox, type Kernel, type TriangleMesh } from '../solid';
import { box, machine, setup, vise } from '../testing/fixtures';
import { meshOf } from '../testing/againstOracle';
import { held } from '../testing/holds';
import { randomJob } from '../testing/randomJobs';
import { speechIn } from '../units';
import { Planner, type PlannedJob } from '.';

let kernel: Kernel;
let mesh: TriangleMesh;
beforeAll(async () => {
  kernel = await loadKernel();
  // a block with a pocket in its top and one in its bottom, 12 deep both
  const whole = kernel.box(box([0, 0, 0], [100, 60, 40]));
  const above = kernel.subtract(whole, kernel.box(box([20, 20, 28], [40, 40, 41])));
  mesh = kernel.subtract(above, kernel.box(box([60, 20, -1], [80, 40, 12]))).mesh();
});

/** Walls of the pockets, the sides, and the two floors: by which way they look and where. */
const face = (side: string, level: number) =>
  findFeatures(mesh, meshBox(mesh)).features.find(
    (f) => f.kind === 'plane' && f.side === side && Math.abs(f.at[side[1] as 'x'] - level) < 1e-6,
  )!;

const NO_STOCK = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };

interface Change {
  readonly within?: number | null;
  readonly exactly?: Partial<Vise>;
  readonly second?: (s: Setup) => void;
  readonly whole?: Partial<Job>;
  /** which two are to meet; left out: the left walls of both pockets */
  readonly pair?: readonly [ReturnType<typeof face>, ReturnType<typeof face>];
}

/** Both pockets cut in a vise: from above, then turned over, against the same stop. */
function pockets({ within = 0.05, second = () => undefined, whole = {}, pair }: Change = {}): Job {
  const [a, b] = pair ?? [face('+x', 20), face('+x', 60)];
  const first = { ...setup({ parallels: { height: 15 } }), cuts: oneCut(12) };
  const over = structuredClone({ ...first, id: 's2', op: 20, register: 'G55' as const });
  over.orientation = { up: '-z', right: '+x' };
  second(over);
  return {
    ...newJob({ number: '1', part: 'part', units: 'mm', material: 'EN AW-6082', quantity: 5 }, { file: 'part' }),
    machine: 'm',
    allowance: NO_STOCK,
    blank: newBlank(NO_STOCK),
    features: [a, b].map((f) => knownFeature(f, 'as picked')),
    meets: [{ id: 'one', a: a.id, b: b.id, within }],
    setups: [first, over],
    ...whole,
  };
}

const libraryWith = (exactly: Partial<Vise> = {}) => ({
  ...demoShop,
  machines: [machine],
  devices: [{ ...vise, locatesWithin: 0.01, ...exactly }],
});

function plan(job: Job, change: Change = {}): PlannedJob {
  const shop = libraryWith(change.exactly);
  const planned = new Planner(kernel).plan({ job, shop, bodies: () => ({ mesh, key: 'part' }) }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value;
}
const met = (planned: PlannedJob) => planned.exact!.meetings[0];
const codes = (planned: PlannedJob) =>
  planned.findings
    .filter((f) => /^(do-not-meet|may-not-meet|meets-not-known)$/.test(f.code))
    .map((f) => [f.code, f.op]);

test('who cuts what is found from the material: pockets, sides of the blank, and what nobody cuts', () => {
  const job = pockets({ pair: [face('+x', 20), face('-x', 0)] });
  expect(met(plan(job)).ops).toEqual([10, null]);
  const both = pockets();
  expect(met(plan(both)).ops).toEqual([10, 20]);
  const never = pockets();
  never.setups = never.setups.slice(0, 1);
  expect(met(plan(never))).toMatchObject({
    ops: [10, null],
    pair: null,
    meeting: { misses: [], problem: expect.stringMatching(/is cut by no setup\.$/) },
  });
});

test('the same stop twice: the stop twice, the jaw by its lever, the station twice over; sizes cancel', () => {
  const { meeting, setupId } = met(plan(pockets()));
  const [miss] = meeting.misses;
  expect(setupId).toBe('s2');
  expect(miss.along).toEqual({ x: 1, y: 0, z: 0 });
  const share = (name: string) => miss.shares.find((s) => s.name === name)?.mm;
  expect(share('left stop in Op 10')).toBeCloseTo(0.01, 9);
  expect(share('left stop in Op 20')).toBeCloseTo(0.01, 9);
  // the station is off the same way both times, and the part is turned over about X: nothing in X
  expect(share('place of station A in X')).toBeUndefined();
  expect(miss.shares.some((s) => s.name.startsWith('size'))).toBe(false);
  // its corners against the jaw turn it: the stop lies 15 from the jaw, the wall 30
  expect(share('fixed jaw in Op 10')).toBeCloseTo((2 * 0.01 * 15) / 100, 3);
});

test('another face on the stop brings the size between them in, with its tolerance', () => {
  const second = (s: Setup) => (s.orientation = { up: '-z', right: '-x' });
  const [miss] = met(plan(pockets({ second }))).meeting.misses;
  expect(miss.shares[0]).toMatchObject({ name: 'size between the left face and the right face', mm: 0.1 });
  const sawn = pockets({ second, whole: { allowance: { ...NO_STOCK, xPlus: 1 } } });
  expect(met(plan(sawn)).meeting.misses[0].missing).toEqual(['size between the left face and the right face']);
  sawn.blank.plusMinus = 0.4;
  expect(met(plan(sawn)).meeting.misses[0].shares[0].mm).toBeCloseTo(0.4, 9);
});

test('findings by how much they miss: none, the worst case only, the root of squares too, not known', () => {
  const found = (within: number | null, change: Change = {}) => codes(plan(pockets({ ...change, within }), change));
  const [miss] = met(plan(pockets())).meeting.misses;
  expect(found(null)).toEqual([]);
  expect(found(miss.worst! + 1e-6)).toEqual([]);
  expect(found(miss.worst! - 1e-6)).toEqual([['may-not-meet', 20]]);
  expect(found(miss.likely! - 1e-6)).toEqual([['do-not-meet', 20]]);
  expect(found(1, { exactly: { locatesWithin: null } })).toEqual([['meets-not-known', 20]]);
  expect(found(1, { second: (s) => (s.device = null) })).toEqual([['meets-not-known', 20]]);
});

test('a feature that is gone is told, and keeps its place in the job', () => {
  const job = pockets();
  job.features[0] = { ...job.features[0], at: { x: 9, y: 9, z: 9 }, size: 1, kind: 'boss' };
  job.meets[0].a = job.features[0].id = 'boss 3.000 along +z @ 9.000,9.000,9.000';
  const { meeting, pair } = met(plan(job));
  expect([meeting.problem, pair]).toEqual([expect.stringMatching(/^Gone from the part: /), null]);
});

test('touched off on every part: remedies for what misses, each with what it comes to then', () => {
  const wanted = pockets({ within: 0.012 });
  wanted.setups[1].touchOff.plusMinus = 0.005;
  // a bad stop: with a good one it would not help, since the station is off alike both times
  wanted.setups[1].exact.x = 0.05;
  // so that the side is touched, not the device
  wanted.setups[1].touchOff.x = 'low';
  const planned = plan(wanted);
  expect(codes(planned)).toEqual([['do-not-meet', 20]]);
  const finding = planned.findings.find((f) => f.code === 'do-not-meet')!;
  const shop = libraryWith();
  const remedies = remediesOf(finding, { planned, job: wanted, shop, speech: speechIn('mm') });
  expect(remedies.map((r) => r.says)).toEqual([expect.stringMatching(/^Touch off every part.*: ±\d\.\d{3}$/)]);
  const after = remedies[0].put(wanted);
  expect(after.setups[1].touchOff.everyPart).toBe(true);
  expect(after.setups[0].touchOff.everyPart).toBe(false);
  const [now] = met(plan(after)).meeting.misses;
  expect(`±${now.worst!.toFixed(3)}`).toBe(remedies[0].says.slice(-6));
  expect(now.worst!).toBeLessThan(met(planned).meeting.misses[0].worst!);
});

test('a single part is touched by itself; of several only the first, unless it is asked; a known station counts', () => {
  const { setups } = plan(pockets({ whole: { quantity: 1 }, second: (s) => (s.station = null) })).exact!.job;
  expect(setups[0].zero.x).toMatchObject({ by: 'station' });
  expect(setups[1].zero.x).toMatchObject({ by: 'touch', every: true });
  const several = plan(pockets({ second: (s) => (s.station = null) })).exact!.job;
  expect(several.setups[1].zero.x).toMatchObject({ by: 'touch', every: false });
  expect(several.setups[0].zero.x).toMatchObject({ by: 'station', within: { mm: 0.01 } });
});

test('typed goes before the library; what is laid by hand is as exact as the eye', () => {
  const job = pockets({ second: (s) => (s.exact = { x: 0.2, y: null, z: 0 }) });
  const { within } = plan(job).exact!.job.setups[1];
  expect([within.x, within.y.mm, within.z.mm]).toEqual([{ mm: 0.2, from: 'typed' }, 0.01, 0]);
  expect(held('vise', job.setups[1]).stop.side).toBe('left');
});

test('random jobs: no simulated part lies outside the worst case its plan tells, whatever the sums are made of', () => {
  const planner = new Planner(kernel);
  let [pairs, outside] = [0, 0];
  for (let seed = 1; seed <= 32; seed++) {
    const { job, shop, boxes } = randomJob(seed);
    const said = structuredClone({ job, shop });
    for (const d of said.shop.devices) d.locatesWithin = 0.01 + 0.01 * (seed % 3);
    said.job.blank.plusMinus = 0.3;
    said.job.setups.forEach((s, i) => {
      s.touchOff.plusMinus = 0.01;
      s.touchOff.everyPart = (seed + i) % 3 === 0;
    });
    const own = 'block' in said.job.body ? null : { mesh: meshOf(kernel, boxes), key: `${seed}` };
    const bodies = () => own;
    const first = planner.plan({ ...said, bodies }, 'known');
    if (!first.ok) continue;
    const ids = first.value.part.features.features.map((f) => f.id);
    said.job.meets = ids
      .flatMap((a, i) => ids.slice(i + 1).map((b) => ({ id: `${a} ${b}`.slice(0, 60), a, b, within: null })))
      .slice(0, 20);
    const planned = planner.plan({ ...said, bodies }, 'known');
    if (!planned.ok) continue;
    for (const { pair, meeting } of planned.value.exact!.meetings) {
      if (!pair || meeting.problem || meeting.misses[0].worst === null) continue;
      pairs += 1;
      outside += simulate(planned.value.exact!.job, pair, seed, 40)!.outside;
    }
  }
  expect(pairs).toBeGreaterThan(50);
  expect(outside).toBe(0);
});

test('a bar gripped about its axis: the axis counts, and its turn is not decided', () => {
  const device = demoShop.devices.find((d) => d.kind === 'rotary axis')!;
  const job = pockets();
  job.body = { bar: { section: 'round', across: 60, bore: 0, length: 80, along: 'x' } };
  job.meets = [];
  job.features = [];
  const [first] = job.setups;
  job.setups = [{ ...first, device: device.id, hold: newHold('round'), cuts: oneCut(5) }];
  const planned = new Planner(kernel).plan(
    { job, shop: { ...demoShop, machines: [machine] }, bodies: () => null },
    'known',
  );
  if (!planned.ok) throw new Error(planned.problem);
  const { job: exact, lies } = planned.value.exact!;
  expect([exact.setups[0].faces.y.isRound, exact.setups[0].faces.z.isRound]).toEqual([true, true]);
  expect(exact.setups[0].faces.z.at.z).toBeCloseTo(exact.setups[0].faces.y.at.z, 9);
  expect(lies[0]!.place.z.worst).toBeGreaterThan(0.03);
});

test('what was checked of the machine enters what is to meet, with its date; what was not checked does not', () => {
  const job = pockets();
  const meeting = (of: Partial<typeof machine>) => {
    const shop = { ...libraryWith(), machines: [{ ...machine, ...of }] };
    const planned = new Planner(kernel).plan({ job, shop, bodies: () => ({ mesh, key: 'part' }) }, 'known');
    if (!planned.ok) throw new Error(planned.problem);
    return { ...planned.value.exact!.meetings[0].meeting.misses[0], axes: planned.value.exact!.job.setups[0].axes };
  };
  const plain = meeting({});
  expect(plain.axes).toBeUndefined();
  const none = { backlash: null, per100: null, on: '' };
  const x = { backlash: 0.012, per100: 0.01, on: '2026-11-02' };
  const checked = meeting({ accuracy: { x, y: null, z: none } });
  expect(checked.axes!.lost.x).toEqual({ mm: 0.006, from: 'checked on 2026-11-02' });
  expect([checked.axes!.lost.y, checked.axes!.lost.z, checked.axes!.homing]).toEqual([null, null, null]);
  // the walls lie 40 apart on the same machine: half of what is lost in each setup, and 40 mm of scale
  const shares = new Map(checked.shares.map((s) => [s.name, s.mm]));
  expect(shares.get('lost motion of X in Op 10')).toBeCloseTo(0.006, 9);
  expect(shares.get('lost motion of X in Op 20')).toBeCloseTo(0.006, 9);
  expect(shares.get('scale of X')).toBeCloseTo((40 / 100) * 0.01, 9);
  expect(checked.worst! - plain.worst!).toBeCloseTo(0.012 + 0.004, 9);
});
