import { demoShop } from '../../../demo';
import { mergeDocuments, newBlank, newJob, touched, type Allowance, type Job } from '../job';
import { Planner, type PlannedJob } from '../plan';
import type { Device, Shop } from '../shop';
import { loadKernel } from '../solid';
import { Dice } from '../testing/randomJobs';
import { held } from '../testing/holds';
import { beginSetup } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

function plan(job: Job, shop: Shop = demoShop, forces: 'known' | 'now' = 'known'): PlannedJob {
  const planned = planner.plan({ job, shop, bodies: () => null }, forces);
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value;
}

const block = (x: number, y: number, z: number, stock: Allowance, units: 'mm' | 'inch' = 'mm'): Job => ({
  ...newJob({ number: 'N-1', part: 'Block', units }, { block: { x, y, z } }),
  machine: demoShop.machines[0].id,
  allowance: stock,
  blank: newBlank(stock),
});
const around = (mm: number): Allowance => ({ xMinus: mm, xPlus: mm, yMinus: mm, yPlus: mm, zMinus: mm, zPlus: mm });

/** A route of so many setups, each begun as the page begins it and nothing touched. */
function begun(job: Job, setups: number, shop: Shop = demoShop): Job {
  for (let i = 0; i < setups; i++) {
    const { part, blank } = plan(job, shop);
    job = {
      ...job,
      setups: [
        ...job.setups,
        beginSetup({ job, shop, part: part.box, blank, features: part.features.features }, `s${i}`),
      ],
    };
  }
  return job;
}

test('the block of the demo begins as a machinist would: high parallels, then turned over and gripped deep', () => {
  const job = begun(block(110, 70, 38, around(3)), 2);
  // 38 + 3 less the grip of 6 and 1 above the jaws: 34; then the 4 that are left, gripped by 3/4 of 38 - 4 - 1
  expect(
    job.setups.map((s) => [s.register, s.station, s.orientation.up, s.orientation.right, s.cuts[0].below]),
  ).toEqual([
    ['G54', 'station-a', '+z', '+x', 34],
    ['G55', 'station-a', '-z', '+x', 4],
  ]);
  expect(job.setups.map((s) => held('vise', s).parallels.height)).toEqual([34, 16]);
  const planned = plan(job, demoShop, 'now');
  expect(planned.findings.filter((f) => f.level === 'stop')).toEqual([]);
  expect(planned.findings.filter((f) => f.code === 'proposed-not-looked-at')).toHaveLength(2);
  expect(planned.unreached).toMatchObject({ volumeMm3: 0 });
});

test('random blocks: what is begun is never a stop, and two setups leave nothing over', () => {
  const dice = new Dice(20261128);
  for (let i = 0; i < 25; i++) {
    const units = i % 3 === 0 ? 'inch' : 'mm';
    const size = (min: number, max: number) =>
      units === 'inch'
        ? Math.round((min + dice.next() * (max - min)) / 1.5875) * 1.5875
        : min + dice.next() * (max - min);
    const job = begun(block(size(40, 140), size(30, 110), size(18, 70), around(size(1, 5)), units), 2);
    const planned = plan(job, demoShop, 'now');
    const stops = planned.findings.filter((f) => f.level === 'stop').map((f) => f.says);
    expect([i, stops, Math.round(planned.unreached!.volumeMm3)]).toEqual([i, [], 0]);
  }
});

test('without part or blank nothing is made up; what lies flat or stands in a chuck is cut above what holds it', () => {
  const job = block(110, 70, 38, around(3));
  const plain = beginSetup({ job, shop: demoShop, part: null, blank: null }, 'a');
  expect([plain.cuts[0].below, plain.proposed]).toEqual([0, ['register', 'device', 'station']]);
  const { part, blank } = plan(job);
  const on = (kind: Device['kind'], of: Job = job) => {
    const devices = demoShop.devices.filter((d) => d.kind === kind);
    expect(devices).not.toEqual([]);
    const setup = beginSetup({ job: of, shop: { ...demoShop, devices }, part: part.box, blank }, 'a');
    const planned = plan({ ...of, setups: [setup] }, { ...demoShop, devices });
    return {
      depth: setup.cuts[0].below,
      proposed: setup.proposed,
      codes: planned.findings.map((f) => f.code),
      clear: planned.setups[0].facts?.prove.aboveTop,
    };
  };
  const flat = on('T-slot table');
  // the sides are cut all the way down: 38, and the stock below stays between the cut and the table
  expect(flat).toMatchObject({ depth: 38, clear: 3 });
  expect(flat.proposed).toEqual(['register', 'device', 'station', 'orientation', 'cuts']);
  expect(flat.codes).not.toContain('cut-into-device');
  // plate, board and magnet stay whole, and so do the jaws of a chuck
  for (const kind of ['vacuum plate', 'sacrificial board', 'magnetic chuck', 'chuck'] as const)
    expect([kind, on(kind).codes.includes('cut-into-device')]).toEqual([kind, false]);
  expect(on('chuck').clear).toBeGreaterThanOrEqual(1);
  const nobody = beginSetup(
    { job: { ...job, machine: null }, shop: { ...demoShop, devices: [] }, part: part.box, blank },
    'a',
  );
  expect([nobody.device, nobody.station, nobody.proposed]).toEqual([null, null, ['register']]);
});

test('where only the top has stock, only the top is cut', () => {
  const job = begun(block(100, 60, 20, { ...around(0), zPlus: 2 }), 1);
  expect(job.setups[0].cuts[0].below).toBe(0);
  expect(begun(block(100, 60, 20, { ...around(0), zPlus: 2, xPlus: 1 }), 1).setups[0].cuts[0].below).toBe(13);
});

test('a third setup takes the next side that has stock; without one it lies as the one before', () => {
  const job = begun(block(110, 70, 38, { ...around(0), zPlus: 3, zMinus: 3, yMinus: 2 }), 3);
  expect(job.setups[2].orientation.up).toBe('-y');
  expect(begun(block(110, 70, 38, { ...around(0), zPlus: 3 }), 3).setups[2].orientation.up).toBe('-z');
});

test('what is changed by hand is no longer proposed, and nothing else', () => {
  const before = begun(block(110, 70, 38, around(3)), 2);
  const change = (edit: (job: Job) => void) => {
    const after = structuredClone(before);
    edit(after);
    return touched(before, after).setups.map((s) => s.proposed);
  };
  const [first, second] = before.setups.map((s) => s.proposed);
  expect(first).toEqual(['register', 'device', 'station', 'orientation', 'cuts', 'hold.parallels.height', 'hold.stop']);
  const without = (...gone: string[]) => first.filter((p) => !gone.includes(p));
  expect(change((j) => (j.setups[0].cuts[0].below = 30))).toEqual([without('cuts'), second]);
  expect(change((j) => (held('vise', j.setups[0]).stop.height += 1))).toEqual([without('hold.stop'), second]);
  expect(change((j) => (j.setups[0].does = 'tops'))).toEqual([first, second]);
  expect(change((j) => ((j.setups[0].hold = null), (j.setups[0].device = null)))).toEqual([
    without('device', 'hold.parallels.height', 'hold.stop'),
    second,
  ]);
  expect(change((j) => j.setups.reverse())).toEqual([second, first]);
  expect(change((j) => (j.setups[1].proposed = []))).toEqual([first, []]);
});

test('two people who change different proposed values of one setup are not asked', () => {
  const before = begun(block(110, 70, 38, around(3)), 1);
  const change = (edit: (job: Job) => void) => {
    const after = structuredClone(before);
    edit(after);
    return touched(before, after);
  };
  const mine = change((j) => (j.setups[0].cuts[0].below = 30));
  const theirs = change((j) => (held('vise', j.setups[0]).stop.height += 1));
  for (const [a, b] of [
    [mine, theirs],
    [theirs, mine],
  ]) {
    const { merged, conflicts } = mergeDocuments(before, a, b);
    expect(conflicts).toEqual([]);
    expect(merged.setups[0].proposed).toEqual([
      'register',
      'device',
      'station',
      'orientation',
      'hold.parallels.height',
    ]);
    expect([merged.setups[0].cuts[0].below, held('vise', merged.setups[0]).stop]).toEqual([
      30,
      held('vise', theirs.setups[0]).stop,
    ]);
  }
  // accepted by one, changed by the other
  const accepted = change((j) => (j.setups[0].proposed = []));
  expect(mergeDocuments(before, accepted, mine).merged.setups[0].proposed).toEqual([]);
});
