import { demoShop } from '../../../demo';
import { newBlank, newEnds, newJob, newTurned, nextSetup, NO_ALLOWANCE, readJobFile, jobFile, type Job } from '../job';
import type { Shop } from '../shop';
import { loadKernel, type Kernel } from '../solid';
import { Planner } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const shaft = (): Job => ({
  ...newJob(
    { number: 'T-1', part: 'Shaft', units: 'mm', material: '1.4305' },
    {
      turned: {
        along: 'x',
        steps: [
          { id: 'a', length: 218, from: 14, to: 14 },
          { id: 'b', length: 100, from: 14, to: 12 },
        ],
      },
    },
  ),
  allowance: { ...NO_ALLOWANCE, xMinus: 0.5 },
  blank: { ...newBlank(NO_ALLOWANCE), kind: 'round bar', along: 'x', across: 16 },
  machine: 'bar-lathe-1',
  turned: newTurned('-x'),
});

/** Edits of everything a turned part is planned from, one after the other. */
const EDITS: readonly ((job: Job, shop: Shop) => void)[] = [
  (job) => (job.turned!.takeBack = -200),
  (job) => (job.allowance.xMinus = 0.75),
  (job) => (job.turned!.keptClear = [{ id: 'z', from: 90, to: 110, why: 'seat' }]),
  (job) => (job.turned!.changes = [{ id: 'c', at: 120, move: null, shift: 119 }]),
  (job) => (job.sizeTolerance = 0.01),
  (job) => (job.units = 'inch'),
  (job) => (job.blank.across = 17),
  (_, shop) => (shop.machines.find((m) => m.id === 'bar-lathe-1')!.travel.z.min = -140),
  (_, shop) => (shop.machines.find((m) => m.id === 'bar-lathe-1')!.lathe!.words.shift = 'MOVE ZERO {by}'),
  (job) => (job.body = { bar: { section: 'round', across: 15, bore: 0, length: 300, along: 'x' } }),
  (job) => {
    job.machine = 'lathe-1';
    job.turned!.ends = { ...newEnds(300), device: 'chuck-160-soft', station: 'station-l', rpm: 900 };
  },
  (_, shop) =>
    Object.assign(
      shop.devices.find((d) => d.id === 'chuck-160-soft')!,
      { gripLength: 35 },
    ),
  (_, shop) => (shop.machines.find((m) => m.id === 'lathe-1')!.stations[0].position!.z = -300),
  (job) => (job.turned!.ends!.second.rest = -10),
];

test('a turned part planned on after every edit is what it is planned from the beginning', () => {
  const warm = new Planner(kernel);
  let [job, shop] = [shaft(), structuredClone(demoShop)];
  const bodies = () => null;
  for (const [i, edit] of [() => undefined, ...EDITS].entries()) {
    [job, shop] = [structuredClone(job), structuredClone(shop)];
    edit(job, shop);
    const cold = new Planner(kernel).plan({ job, shop, bodies });
    expect([i, JSON.stringify(warm.plan({ job, shop, bodies }))]).toEqual([i, JSON.stringify(cold)]);
  }
});

test('its job file is read back as it was written; beside setups it is refused', () => {
  const job = shaft();
  const read = readJobFile(JSON.stringify(jobFile(job, demoShop)));
  expect(read.ok && read.value.job).toEqual(job);
  const both = { ...job, setups: [nextSetup(job, 'one', ['G54'], null)] };
  expect(readJobFile(JSON.stringify(jobFile(both, demoShop)))).toEqual({
    ok: false,
    problems: [expect.stringMatching(/a part that is turned from bar has no other setups/)],
  });
});
