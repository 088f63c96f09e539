import { demoShop, insulatorPlateJob, sensorFootJob } from '../../../demo';
import { jobFile, newBlank, newJob, type Job } from '../job';
import { loadKernel, type Kernel } from '../solid';
import { oneFieldEdits } from '../testing/edits';
import { Planner } from '.';
import { StaleCheck } from '../testing/stale';
import { held } from '../testing/holds';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

/** The sensor foot with two more in the same vise: their stops are told in the steps. */
const inOneVise = (): Job => {
  const job = sensorFootJob();
  held('vise', job.setups[0]).further = [
    { id: 'piece-2', x: 60, y: 0, register: 'G57' },
    { id: 'piece-3', x: 120, y: 0, register: null },
  ];
  return job;
};

/** The plate's two pieces, of a typed block instead of the file. */
const onOneTable = (): Job => {
  const { setups, machine } = insulatorPlateJob();
  const allowance = { xMinus: 3, xPlus: 3, yMinus: 3, yPlus: 3, zMinus: 0, zPlus: 0 };
  return {
    ...newJob({ number: 'p', part: 'plate', units: 'mm', material: 'EN AW-6082' }, { block: { x: 80, y: 60, z: 10 } }),
    allowance,
    blank: newBlank(allowance),
    machine,
    setups,
  };
};

test.each([
  ['in one vise', inOneVise, 6],
  ['on one table', onOneTable, 4],
])(
  'several pieces %s: a warm plan says what a cold one says, after one field was edited',
  (_, make, every) => {
    const job = make();
    const { shop } = jobFile(job, demoShop);
    const check = new StaleCheck(kernel, () => null, 'known');
    const edits = oneFieldEdits({ job, shop });
    const sample = edits.filter((e, i) => i % every === 0 || / further /.test(e.path));
    expect(sample.length).toBeGreaterThanOrEqual(36);
    expect(sample.flatMap((edit) => check.compare({ job, shop }, edit) ?? [])).toEqual([]);
  },
  180_000,
);

test('a thicker tool that touches needs more room beside the pins, also after it was thinner', () => {
  const [setup] = insulatorPlateJob().setups;
  const pins = { by: 'pins' as const, side: 'front' as const, at: 60, pins: [20, 70] };
  const job: Job = {
    ...onOneTable(),
    setups: [{ ...setup, hold: { ...held('flat', setup), further: [], y: pins, pinHeight: 60 } }],
  };
  const before = { job, shop: jobFile(job, demoShop).shop };
  const after = structuredClone(before);
  after.job.setups[0].touchOff.side.diameter = 200;
  const check = new StaleCheck(kernel, () => null, 'known');
  const open = (p: typeof before) => {
    const planned = new Planner(kernel).plan({ ...p, bodies: () => null }, 'known');
    return planned.ok && planned.value.setups[0].facts!.hold.open['-y'];
  };
  expect(open(before)).not.toEqual(open(after));
  expect(check.compare(before, { path: 'diameter of the edge finder', after })).toBeNull();
});
