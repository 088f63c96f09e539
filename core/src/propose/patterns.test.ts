import { demoShop } from '../../../demo';
import { jobProblems, newBlank, newJob, withRouteOf, type Job } from '../job';
import { Planner, type PlannedJob } from '../plan';
import { familyOf, type Shop } from '../shop';
import { loadKernel } from '../solid';
import { Dice } from '../testing/randomJobs';
import { beginPattern, PATTERNS, type Pattern } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const pattern = (id: string): Pattern => PATTERNS.find((p) => p.id === id)!;

function plan(job: Job, shop: Shop): PlannedJob {
  const planned = planner.plan({ job, shop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value;
}

function begun(of: Pattern, job: Job, shop: Shop = demoShop) {
  const { part, blank } = plan(job, shop);
  let made = 0;
  return beginPattern(of, { job, shop, part: part.box, blank, features: part.features.features }, () => `s${made++}`);
}

function block(x: number, y: number, z: number, stock: number): Job {
  const allowance = { xMinus: stock, xPlus: stock, yMinus: stock, yPlus: stock, zMinus: stock, zPlus: stock };
  return {
    ...newJob({ number: 'P-1', part: 'Block', units: 'inch' }, { block: { x, y, z } }),
    allowance,
    blank: newBlank(allowance),
  };
}

test('every pattern begins a job in the demo shop: planned, held in its family, nothing hidden as decided', () => {
  for (const of of PATTERNS) {
    const job: Job =
      of.family === 'round'
        ? {
            ...newJob(
              { number: 'P-2', part: 'Bush', units: 'mm' },
              { bar: { section: 'round', across: 40, bore: 0, length: 60, along: 'z' } },
            ),
            blank: { ...newBlank(block(1, 1, 1, 0).allowance), kind: 'round bar', along: 'z', across: 42 },
          }
        : block(69.85, 55.5625, of.onTape ? 11.1125 : 25.4, of.onTape ? 0 : 1.5875);
    const told = begun(of, job);
    if (!told.ok) throw new Error(told.problem);
    expect(jobProblems(told.job)).toEqual([]);
    expect(told.job.setups.map((s) => s.op)).toEqual(of.does.map((_, i) => 10 * (i + 1)));
    expect(told.job.machine).not.toBeNull();
    const planned = plan(told.job, demoShop);
    for (const s of planned.setups) {
      expect(familyOf(s.device!)).toBe(of.family);
      expect(s.facts).not.toBeNull();
      expect(s.setup.proposed).toContain('register');
    }
    expect(new Set(told.job.setups.map((s) => s.register)).size).toBe(of.does.length);
    if (of.does.length === 2) expect(planned.transitions[0].facts.says).toMatch(/^Flip /);
  }
});

test('two sides in a vise: whatever the size, jaws are clear and what was gripped comes off from the other side', () => {
  const dice = new Dice(20261129);
  // sixty-fourths of an inch
  const size = (from: number, to: number) =>
    (dice.whole(Math.ceil((from * 64) / 25.4), Math.floor((to * 64) / 25.4)) * 25.4) / 64;
  for (let k = 0; k < 25; k++) {
    // more than the vise needs for its grip, no wider than it opens, no longer than is plain
    const [x, y, z] = [size(45, 120), size(25, 110), size(20, 60)];
    const stock = dice.one([0.5, 1.5875, 3.175]);
    const told = begun(pattern('two sides in a vise'), block(x, y, z, stock));
    if (!told.ok) throw new Error(told.problem);
    const { setups, findings } = plan(told.job, demoShop);
    const inTheWay = findings.filter((f) => f.level === 'stop' && /jaw|clear/i.test(f.code));
    expect([k, inTheWay.map((f) => f.says)]).toEqual([k, []]);
    const [first, second] = setups.map((s) => s.cuts[0].below);
    expect([k, first + second >= z - 1e-6]).toEqual([k, true]);
  }
});

test('what the shop has not is told with its name; what it no longer uses is not taken', () => {
  const job = block(60, 40, 20, 1);
  const none = begun(pattern('two sides in a vise'), job, {
    ...demoShop,
    devices: demoShop.devices.map((d) => (familyOf(d) === 'vise' ? { ...d, retired: true as const } : d)),
  });
  expect(none).toEqual({ ok: false, problem: "Two sides in a vise needs a vise: the shop's library has none." });
  const noTape = begun(pattern('plate on tape'), job, { ...demoShop, bonds: [] });
  expect(noTape).toEqual({ ok: false, problem: "Plate on tape, one side needs a tape: the shop's library has none." });
});

test('a job with a machine keeps it, and its route can be the beginning of another one', () => {
  const machine = demoShop.machines[1].id;
  const told = begun(pattern('plate on tape'), { ...block(60, 40, 10, 0), machine });
  if (!told.ok) throw new Error(told.problem);
  expect(told.job.machine).toBe(machine);
  const next = withRouteOf(block(30, 30, 10, 0), told.job);
  expect([next.machine, next.setups[0].hold]).toEqual([machine, told.job.setups[0].hold]);
});
