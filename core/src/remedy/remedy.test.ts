import { vaneBearingBlockJob, demoShop } from '../../../demo';
import { newBlank, newHold, newJob, newTurned, NO_ALLOWANCE, oneCut, type HoldIn, type Job, type Turned } from '../job';
import { knownFeature } from '../part';
import { Planner, type PlannedJob } from '../plan';
import type { Shop } from '../shop';
import { loadKernel } from '../solid';
import { held } from '../testing/holds';
import { speechIn } from '../units';
import { remediesOf } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

/** A block in a vise: the demo's job with typed sizes for its part, as it comes without the file. */
const block = (change: (job: Job) => void): Job => {
  const job = structuredClone(vaneBearingBlockJob('vane'));
  Object.assign(job, { body: { block: { x: 110, y: 70, z: 38 } } });
  change(job);
  return job;
};

function plan(job: Job, shop: Shop = demoShop): PlannedJob {
  const planned = planner.plan({ job, shop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value;
}

/** The remedies of the first finding of a code, and the job with each of them taken. */
function remedies(code: string, job: Job, shop: Shop = demoShop) {
  const planned = plan(job, shop);
  const finding = planned.findings.find((f) => f.code === code);
  if (!finding) throw new Error(`${code} is not among ${planned.findings.map((f) => f.code).join()}`);
  const found = remediesOf(finding, { planned, job, shop, speech: speechIn(job.units) });
  return found.map(({ says, put }) => ({ says, setupId: finding.setupId, after: put(job) }));
}

const vise = (job: Job, i = 0) => held('vise', job.setups[i]);

test.each<[string, (job: Job) => void, RegExp]>([
  ['grip-too-shallow', (j) => (vise(j).parallels.height = 47), /^Use \d+\.000 parallels$/],
  ['parallels-higher-than-jaws', (j) => (vise(j).parallels.height = 80), /^Use \d+\.000 parallels$/],
  ['jaw-top-above-lowest-cut', (j) => (vise(j).parallels.height = 12), /^Use \d+\.000 parallels$/],
  ['stop-touches-nothing', (j) => (vise(j).stop.height = 5), /^Stop .* above the bed/],
  ['register-used-twice', (j) => (j.setups[1].register = j.setups[0].register), /^Use G5\d$/],
  ['parallels-not-in-shop', (j) => (vise(j).parallels.height = 31), /^Use 30\.000 parallels$/],
  ['tool-not-as-in-library', (j) => (j.setups[0].tools[1].diameter = 15.7), /^Take over from the shop$/],
  ['tool-not-in-library', (j) => (j.setups[0].tools[1].of = 'gone'), /^Without the reference$/],
  ['grip-off-center', (j) => (vise(j).stop.position = -70), /^Move the stop to/],
])('%s: its remedy mends it', (code, change, says) => {
  const [first] = remedies(code, block(change));
  expect(first.says).toMatch(says);
  const left = plan(first.after).findings.filter((f) => f.code === code && f.setupId === first.setupId);
  expect(left).toEqual([]);
});

/** The block lying flat, cut down so deep, without stock. */
const flat = (kind: string, below: number) => (j: Job) => {
  const device = demoShop.devices.find((d) => d.kind === kind)!;
  j.allowance = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 1 };
  j.setups = j.setups.slice(0, 1);
  Object.assign(j.setups[0], { device: device.id, station: null, hold: newHold('flat'), cuts: oneCut(below) });
};

test.each<[string, (job: Job) => void, RegExp]>([
  ['cut-into-device', flat('T-slot table', 39.4), /^2\.000 of packing under it$/],
  ['board-cut-too-deep', flat('sacrificial board', 60), /^\d+\.000 of packing under it$/],
  ['cut-ends-at-underside', flat('sacrificial board', 38), /^Go through by 0\.300$/],
  [
    'cut-removes-nothing',
    (j) => {
      j.setups[0].cuts.push({ ...j.setups[0].cuts[0], id: 'again', name: 'Again' });
    },
    /^Take the cut out$/,
  ],
  [
    'cut-clears-nothing-chosen',
    (j) => {
      j.setups[0].cuts.push({ ...j.setups[0].cuts[0], id: 'none', clears: 'features' });
    },
    /^Take the cut out$/,
  ],
])('%s of what lies flat or of several cuts: its remedy mends it', (code, change, says) => {
  const [first] = remedies(code, block(change));
  expect(first.says).toMatch(says);
  expect(plan(first.after).findings.filter((f) => f.code === code && f.setupId === first.setupId)).toEqual([]);
});

/** The block on the plate with holes, against pins. */
const onPins = (front: readonly number[], left: readonly number[]) => (j: Job) => {
  flat('fixture plate', 1)(j);
  const row = { by: 'pins' as const, at: 60 };
  j.setups[0].hold = newHold('flat', {
    x: { ...row, side: 'left', pins: [...left] },
    y: { ...row, side: 'front', pins: [...front] },
    pinHeight: 12,
  });
};

test.each<[string, (job: Job) => void, RegExp]>([
  ['can-still-move', onPins([75], [100]), /^Add a front pin at X \+\d+\.000$/],
  ['decided-twice', onPins([75, 100, 150], [100]), /^Take the front pin 3 out$/],
  ['turned-twice', onPins([75, 150], [75, 125]), /^Take the left pin 2 out$/],
])('%s: its remedy mends it, and nothing else is left to be said of it', (code, change, says) => {
  const [first] = remedies(code, block(change));
  expect(first.says).toMatch(says);
  expect(plan(first.after).findings.filter((f) => f.section === 'locate')).toEqual([]);
});

test('with a pin too many on either side, each finding has the pin that mends it', () => {
  const job = block(onPins([75, 100, 150], [75, 125]));
  for (const [code, says] of [
    ['decided-twice', 'Take the front pin 3 out'],
    ['turned-twice', 'Take the left pin 2 out'],
  ]) {
    const [first] = remedies(code, job);
    expect(first.says).toBe(says);
    expect(plan(first.after).findings.some((f) => f.code === code)).toBe(false);
  }
});

/** A bar ⌀40 held about an axis. */
const round =
  (kind: 'chuck' | 'rotary axis', long: number, hold: Partial<HoldIn<'round'>>, below = 1) =>
  (j: Job) => {
    const device = demoShop.devices.find((d) => d.kind === kind)!;
    const along = kind === 'chuck' ? 'z' : 'x';
    j.body = { bar: { section: 'round', across: 40, bore: 0, length: long, along } };
    j.allowance = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };
    j.setups = j.setups.slice(0, 1);
    Object.assign(j.setups[0], { device: device.id, station: null, hold: newHold('round', hold), cuts: oneCut(below) });
  };

test.each<[string, (job: Job) => void, RegExp]>([
  ['chuck-grips-nothing', round('chuck', 60, { restHeight: 90 }), /^No spacer$/],
  ['speed-over-limit', round('chuck', 60, { rpm: 9000 }), /^Turn at \d+ 1\/min$/],
  ['stands-out-too-far', round('rotary axis', 250, {}), /^Bring the tailstock up$/],
  ['support-does-not-reach', round('rotary axis', 250, { supports: [400] }), /^Support at X \+\d+\.000$/],
  ['cut-into-device', round('chuck', 60, {}, 31), /^Part's end \d+\.000 from the face$/],
  ['tailstock-does-not-reach', round('rotary axis', 145, { tailstock: true }), /^Part's end \d+\.000 from the face$/],
])('%s about an axis: its remedy mends it', (code, change, says) => {
  const [first] = remedies(code, block(change));
  expect(first.says).toMatch(says);
  expect(plan(first.after).findings.filter((f) => f.code === code)).toEqual([]);
});

test('a cut that stops short of the jaws mends what goes into them', () => {
  const found = remedies(
    'jaw-top-above-lowest-cut',
    block((j) => (j.setups[0].cuts[0].below = 36)),
  );
  const shallower = found.find((r) => /^Cut down only/.test(r.says))!;
  const left = plan(shallower.after).findings.filter((f) => f.code === 'jaw-top-above-lowest-cut' && f.op === 10);
  expect(left).toEqual([]);
});

test('a hold that was never told begins anew for its device; a device is offered where there are few', () => {
  const [anew] = remedies(
    'hold-missing',
    block((j) => Object.assign(j.setups[0], { hold: null })),
  );
  expect(anew.after.setups[0].hold?.family).toBe('vise');
  const few = { ...demoShop, devices: demoShop.devices.filter((d) => d.kind === 'vise').slice(0, 2) };
  const job = block((j) => j.setups.forEach((s) => Object.assign(s, { device: null, hold: null })));
  expect(remedies('device-missing', job, few).map((r) => r.says)).toEqual(few.devices.map((d) => d.name));
  // among many only the planner knows
  expect(remedies('device-missing', job)).toEqual([]);
});

test('a register the control does not have gives way to the first free one it has', () => {
  const machines = demoShop.machines.map((m) => ({ ...m, registers: ['G54', 'G55', 'G56'] as typeof m.registers }));
  const shop = { ...demoShop, machines };
  const [use] = remedies(
    'register-not-on-machine',
    block((j) => (j.setups[1].register = 'G59')),
    shop,
  );
  expect(use.says).toBe('Use G55');
  expect(plan(use.after, shop).findings.some((f) => f.code === 'register-not-on-machine')).toBe(false);
});

test('a machine is offered where there are few of them', () => {
  const two = { ...demoShop, machines: demoShop.machines.slice(0, 2) };
  const [first, second] = remedies(
    'machine-missing',
    block((j) => (j.machine = null)),
    two,
  );
  expect([first.says, second.says]).toEqual(two.machines.map((m) => m.name));
  expect(plan(first.after, two).findings.some((f) => f.code === 'machine-missing')).toBe(false);
});

test('a depth down to a face that does not look up is kept as it was typed', () => {
  const planned = plan(block(() => undefined));
  const side = planned.part.features.features.find((f) => f.kind === 'plane' && f.side === '+x')!;
  const job = block((j) => {
    j.features = [knownFeature(side, 'right face')];
    j.setups[0].cuts[0].to = j.features[0].id;
  });
  const [keep] = remedies('depth-face-does-not-look-up', job);
  expect(keep.says).toMatch(/^Keep \d+\.000 as typed$/);
  expect(plan(keep.after).findings.some((f) => f.code === 'depth-face-does-not-look-up')).toBe(false);
});

test('what nobody but the planner can mend has no button', () => {
  const job = block((j) => (j.setups[0].tools = []));
  const planned = plan(job);
  const finding = { ...planned.findings[0], code: 'no-such-code' };
  expect(remediesOf(finding, { planned, job, shop: demoShop, speech: speechIn('mm') })).toEqual([]);
});

describe('a part turned from bar', () => {
  const shaft = (turned: Partial<Turned>): Job => ({
    ...newJob(
      { number: 'T-1', part: 'Shaft', units: 'mm' },
      { bar: { section: 'round', across: 14, bore: 0, length: 318, along: 'x' } },
    ),
    allowance: { xMinus: 0.5, xPlus: 0, yMinus: 1, yPlus: 1, zMinus: 1, zPlus: 1 },
    blank: { ...newBlank(NO_ALLOWANCE), kind: 'round bar', along: 'x', across: 16 },
    machine: 'bar-lathe-1',
    turned: { ...newTurned('-x'), angle: 'not needed', ...turned },
  });
  const at = (...places: number[]) => places.map((p, i) => ({ id: `c${i}`, at: p, move: null, shift: null }));

  test.each<[string, Partial<Turned>, string]>([
    [
      'move-is-not-shift',
      { changes: [{ id: 'a', at: 106.5, move: null, shift: 106 }, ...at(213.5)] },
      'Shift as far as it moves',
    ],
    ['shift-not-taken-back', { takeBack: -213 }, 'Take all of it back'],
    [
      'change-kept-clear',
      { changes: at(100, 210), keptClear: [{ id: 'z', from: 91, to: 107, why: 'seat' }] },
      'To its spindle side',
    ],
    ['beyond-stroke', { changes: at(150, 250) }, 'Grips as proposed'],
    ['beyond-stroke', { start: -60 }, 'Begin as planned'],
  ])('%s goes with its button', (code, turned, says) => {
    const found = remedies(code, shaft(turned)).find((r) => r.says === says)!;
    const after = plan(found.after);
    expect(after.findings.map((f) => f.code)).not.toContain(code);
  });

  test('machine-turns: a mill job on a bar lathe is told so', () => {
    const codes = plan(block((job) => (job.machine = 'bar-lathe-1'))).findings.map((f) => f.code);
    expect(codes).toContain('machine-turns');
  });
});
