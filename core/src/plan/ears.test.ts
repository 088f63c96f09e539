import { demoShop } from '../../../demo';
import {
  newBlank,
  newHold,
  newJob,
  nextSetup,
  oneCut,
  readJobFile,
  jobFile,
  type Ear,
  type Job,
  type Setup,
} from '../job';
import { proposedDowels } from '../remedy';
import { runPlan } from '../run';
import { buildSheet } from '../sheet';
import { loadKernel } from '../solid';
import { held } from '../testing/holds';
import { speechIn } from '../units';
import { Planner } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const LEFT: Ear = { id: 'l', side: '-x', at: 30, width: 40, out: 44.45, bond: 'glue' };
const RIGHT: Ear = { id: 'r', side: '+x', at: 30, width: 40, out: 44.45, bond: 'glue' };
const shop = {
  ...demoShop,
  bonds: [
    ...demoShop.bonds,
    { ...demoShop.bonds[0], id: 'glue', name: 'Stiff glue', share: 80, shearMPa: 5, pullMPa: 2, cures: 24 },
  ],
};

/** A plate with no room beside it for dowels, on a board, turned over about X. */
function turned(ears: readonly Ear[], change: (j: Job) => void = () => undefined): Job {
  const stock = { xMinus: 3, xPlus: 3, yMinus: 3, yPlus: 3, zMinus: 0, zPlus: 0 };
  const begun: Job = {
    ...newJob(
      { number: '1', part: 'Plate', units: 'mm', material: 'EN AW-6082 T6' },
      { block: { x: 100, y: 60, z: 10 } },
    ),
    machine: 'router-1',
    allowance: stock,
    blank: { ...newBlank(stock), kind: 'plate', ears: [...ears] },
  };
  const at = { by: 'fence' as const, pins: [] };
  const hold = newHold('flat', { x: { ...at, side: 'left', at: 200 }, y: { ...at, side: 'front', at: 150 } });
  const one: Setup = {
    ...nextSetup(begun, 'one', [], { device: 'board-router', hold }),
    station: 'station-r',
    cuts: oneCut(5, { clears: 'outline', width: 3 }),
  };
  const two: Setup = {
    ...structuredClone(one),
    ...{ id: 'two', op: 20, register: 'G55', orientation: { up: '-z', right: '+x' } },
  };
  held('flat', two).dowels = { in: 'drilled', x: 0, y: 0, up: 6, block: null };
  const job: Job = { ...begun, setups: [one, two] };
  change(job);
  return job;
}

function plan(job: Job) {
  const planned = planner.plan({ job, shop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  const all = planned.value;
  return {
    all,
    one: all.setups[0],
    two: all.setups[1],
    said: (code: string) => all.findings.filter((f) => f.code === code),
  };
}

test('ears are part of what is loaded: volume, box and seat', () => {
  const bare = plan(turned([])).one;
  const { one } = plan(turned([LEFT, RIGHT]));
  expect(one.material.loadedMm3 - bare.material.loadedMm3).toBeCloseTo(2 * 44.45 * 40 * 10, 4);
  const { min, max } = one.facts!.seat.loadedBox;
  expect(max.x - min.x).toBeCloseTo(106 + 2 * 44.45, 6);
  expect(max.z - min.z).toBeCloseTo(10, 9);
  // the fence at 200 is met by the ear, which stands out furthest
  expect(min.x).toBeCloseTo(200, 6);
  // their levels are flat: the part still lies on all of its underside
  expect(one.facts!.seat.rest.flatAreaMm2).toBeCloseTo(106 * 66 + 2 * 44.45 * 40, 3);
});

test('without ears there is no room for dowels; in them there is', () => {
  const speech = speechIn('mm');
  const empty = { along: 'z' as const, drilledIn: 'one', into: 12, plusMinus: 0, holes: [] };
  const bare = turned([], (j) => (j.dowels = empty));
  expect(proposedDowels(bare, 'two', { seen: plan(bare).all.dowels!, speech })).toHaveProperty('why');
  const eared = turned([LEFT, RIGHT], (j) => (j.dowels = empty));
  const found = proposedDowels(eared, 'two', { seen: plan(eared).all.dowels!, speech });
  if ('why' in found) throw new Error(found.why);
  const [a, b] = found.dowels.holes;
  // inside the left ear and inside the right one
  expect(a.u).toBeLessThan(-3);
  expect(b.u).toBeGreaterThan(103);
  const { all, two } = plan({ ...eared, dowels: found.dowels });
  expect(two.facts!.dowels!.linesUp).toBe(true);
  expect(all.findings.filter((f) => /^dowel|goes-on/.test(f.code) && f.level === 'stop')).toEqual([]);
  // a cut through along the outline frees the part: nothing of the ears goes on
  const through = structuredClone({ ...eared, dowels: found.dowels });
  through.setups[1].cuts = oneCut(10, { clears: 'outline', width: 3 });
  expect(plan(through).all.unreached?.pieces ?? []).toEqual([]);
});

test('what an ear bears is told from the library until it is proven; without glue it is not known', () => {
  const { said } = plan(turned([LEFT]));
  // 40 wide on a blank 10 thick, 80 % of it stuck: 320 mm², 5 and 2 N/mm²
  expect(said('ear-joint')[0]).toMatchObject({
    level: 'caution',
    numbers: { jointMm2: expect.closeTo(400, 9), alongN: expect.closeTo(1600, 6), pullN: expect.closeTo(640, 6) },
    says: 'The ear at the left face hangs on 400 mm² of Stiff glue: 1600 N along the joint, 640 N pulled straight off.',
  });
  expect(plan(turned([{ ...LEFT, bond: null }])).said('ear-joint')[0].says).toBe(
    'How much the ear at the left face bears is not known.',
  );
  // half over the end: only what meets the side is glued; past it nothing is
  expect(plan(turned([{ ...LEFT, at: 63 }])).said('ear-joint')[0].numbers.jointMm2).toBeCloseTo(200, 6);
  expect(plan(turned([{ ...LEFT, at: 200 }])).said('ear-beside-blank')[0].level).toBe('stop');
  const bar = turned([LEFT], (j) => Object.assign(j.blank, { kind: 'round bar', along: 'x', across: 130 }));
  expect(plan(bar).said('ears-on-no-side')[0]).toMatchObject({ level: 'stop' });
});

test('the sheet lists them, the run glues them first and waits until they have cured', () => {
  const job = turned([LEFT, RIGHT]);
  const { all } = plan(job);
  const sheet = buildSheet({
    job,
    planned: all,
    outlines: null,
    shop: { name: '', projection: 'third angle' },
    issue: null,
  });
  expect(sheet.head).toContainEqual({
    label: 'Ear at the left face',
    value:
      '40.000 wide along Y of the part with its middle at Y +30.000, standing out 44.450, as thick as the blank, glued on with Stiff glue',
  });
  const run = runPlan({ job, planned: all, letter: 'A' });
  const [machine, ears, next] = run.steps;
  expect([machine.kind, ears.kind, next.kind]).toEqual(['machine', 'ears', 'prepare']);
  expect(ears.asks.map((a) => a.label)).toContain('They have cured: 24 h');
  expect(
    runPlan({ job: turned([]), planned: plan(turned([])).all, letter: 'A' }).steps.some((s) => s.kind === 'ears'),
  ).toBe(false);
});

test('the glue of an ear goes along in the file of the job', () => {
  const file = jobFile(turned([LEFT]), shop);
  expect(file.shop.bonds.map((b) => b.id)).toEqual(['glue']);
  expect(readJobFile(JSON.stringify(file)).ok).toBe(true);
});
