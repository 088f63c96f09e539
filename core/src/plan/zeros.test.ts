import { readFileSync } from 'node:fs';
import { readJobFile, type Job } from '../job';
import { buildSheet } from '../sheet';
import { loadKernel } from '../solid';
import { disagreements } from '../testing/againstOracle';
import { randomJob } from '../testing/randomJobs';
import { Planner } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

/** Small jobs on which the first version was wrong; the values were added up by hand. */
function planCase(name: string) {
  const file = readJobFile(readFileSync(`core/src/testing/cases/${name}.json`, 'utf8'));
  if (!file.ok) throw new Error(file.problems.join('\n'));
  const planned = planner.plan({ ...file.value, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  const setup = (op: number) => planned.value.setups.find((s) => s.op === op)!;
  return {
    job: file.value.job,
    planned: planned.value,
    register: (op: number) => setup(op).facts!.register,
    setup,
    codes: (op: number) => setup(op).findings.map((f) => f.code),
  };
}

const near = (x: number, y: number, z: number) => ({
  x: expect.closeTo(x, 9),
  y: expect.closeTo(y, 9),
  z: expect.closeTo(z, 9),
});

describe('a seat that hands would find', () => {
  test('a cut stub of raw stock without thickness stops nothing: in a vise', () => {
    // right stop at 68.2625, its face on the finished side 19.05 from zero
    expect(planCase('sliver-vise').register(20)).toEqual(near(68.2625 - 19.05, -55.5625, 4.7625));
  });
  test('... and on a plate', () => {
    expect(planCase('sliver-plate').register(20)).toEqual(near(179.3875, 157.1625, 4.7625));
  });
  test('the part slides along one axis after another', () => {
    expect(planCase('jacobi').register(20)).toEqual(near(1.5875, -65.0875, 14.2875));
  });
  test('a pin as high as the underside of a flange passes below it', () => {
    expect(planCase('pin-edge').register(40).x).toBeCloseTo(163.5, 9);
  });
  test('a pin touches with its whole width: the step beside its middle counts', () => {
    // the pin at 250.7, 15 across, meets the stock of 4 from y 251 on
    expect(planCase('pin-width').register(20).x).toBeCloseTo(39.5 + 4, 9);
  });
  test('an overhang as wide as the parallels are thick lies on them, the edge beside it does not', () => {
    expect(planCase('rest-edge').register(20).z).toBeCloseTo(14.5 - 4, 9);
  });
  test('what hangs lower than the parallels are high stands on the bed, and stops the sheet', () => {
    const { job, planned, register, codes, setup } = planCase('stands-in-bed');
    expect(register(20).z).toBeCloseTo(0, 9);
    expect(codes(20)).toContain('part-stands-beside-rest');
    expect(setup(20).findings.find((f) => f.code === 'part-stands-beside-rest')).toMatchObject({
      level: 'stop',
      says: 'What hangs down stands on the bed: the parallels stay 1.588 mm below the part and carry nothing.',
    });
    const sheet = buildSheet({
      job,
      planned,
      outlines: null,
      shop: { name: '', projection: 'third angle' },
      issue: null,
    }).setups.find((s) => s.op === 20)!;
    expect(sheet.rows.find((r) => r.label === 'Parallels')?.value).toMatch(/^\d+\.\d+ mm, carry nothing$/);
  });
  test('a flange that would hold the part off jaw and parallels beside them does not', () => {
    expect(planCase('stuck-start').register(20)).toEqual(near(-7 + 2 - 2, -132.5, 51.5));
  });
  test('a seat that does not settle has no zero, no register and no account', () => {
    const { setup, planned } = planCase('unsettled-terms');
    const { facts, findings } = setup(20);
    expect(facts!.zero.inMachine).toBeNull();
    expect(facts!.register).toEqual({ x: null, y: null, z: null });
    expect(facts!.ledger).toEqual({ x: [], y: [], z: [] });
    expect(facts!.worksheet.every((w) => w.problem !== null)).toBe(true);
    expect(findings.map((f) => f.code)).toContain('seat-not-settled');
    expect(planned.transitions[0].shift.shift).toBeNull();
    expect(planned.transitions[0].shift.conditions).toEqual([
      'The shift is not known: the seat of Op 20 does not settle.',
    ]);
  });
});

describe('not known is not nothing', () => {
  const shift = (name: string) => planCase(name).planned.transitions[0].shift;
  test.each([
    ['a length that is not known', 'shift-unknown-length', { x: 0, y: 0, z: null }],
    ['two reference tools, none of known length', 'shift-two-reference-tools', { x: 0, y: 0, z: null }],
    [
      'once from the nose, once from a setter, nothing measured',
      'shift-nose-then-setter-unknown-station',
      { x: 0, y: 0, z: null },
    ],
    [
      'two setters: the registers are known, and their difference is',
      'shift-two-setters-unknown-station',
      { x: 0, y: 0, z: -50 },
    ],
    ['only the second setup touched off', 'shift-setters-second-measured', { x: null, y: null, z: 0 }],
  ])('%s', (_, name, expected) => {
    expect(shift(name).shift).toEqual(expected);
  });
  test('it is said why, and what the difference is taken from', () => {
    expect(shift('shift-unknown-length').says.z).toBe(
      'not known: Op 10 and Op 20 count with tool lengths that are not known',
    );
    expect(shift('shift-setters-second-measured').says.x).toBe('not known: Op 20 was touched off, Op 10 was not');
    expect(shift('shift-two-setters-unknown-station').says.z).toBe(
      'the difference of the two registers, −60.000 less −10.000',
    );
  });
  test('a control without lengths has the length of the tool that touches in its register, however lengths are measured', () => {
    const { register, setup } = planCase('no-lengths-height-setter');
    expect(setup(10).facts!.zero.inMachine!.z).toBeCloseTo(-360, 9);
    expect(register(10).z).toBeCloseTo(-360 + 100, 9);
  });
});

test('three hundred random jobs of boxes agree with the slow second opinion', () => {
  const said: string[] = [];
  for (let seed = 1; seed <= 300; seed++) said.push(...disagreements(planner, seed));
  expect(said).toEqual([]);
});

test('the random jobs do reach what they are for', () => {
  const jobs = Array.from({ length: 300 }, (_, i) => randomJob(i + 1));
  const setups = jobs.flatMap((r) => r.job.setups);
  const some = (is: (s: Job['setups'][number]) => boolean) => setups.filter(is).length;
  expect(some((s) => s.device!.startsWith('vise'))).toBeGreaterThan(100);
  expect(some((s) => s.device === 'flat-1')).toBeGreaterThan(50);
  expect(new Set(setups.map((s) => `${s.orientation.up} ${s.orientation.right}`)).size).toBe(24);
  expect(new Set(setups.map((s) => s.lengths.by)).size).toBe(3);
  expect(jobs.filter((r) => r.boxes.length > 1).length).toBeGreaterThan(60);
});
