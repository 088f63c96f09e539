import { oneCut } from '../job';
import fc from 'fast-check';
import { demoShop, vaneBearingBlockJob } from '../../../demo';
import type { Job } from '../job';
import { Planner, type PlannedJob } from '../plan';
import { loadKernel } from '../solid';
import { comment, controlLines } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

function plan(change: (job: Job) => void): { job: Job; planned: PlannedJob } {
  const job: Job = { ...vaneBearingBlockJob(), body: { block: { x: 110, y: 70, z: 38 } } };
  change(job);
  const planned = planner.plan({ job, shop: demoShop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return { job, planned: planned.value };
}

/**
 * Reads lines as a control does, after the RS274/NGC grammar of NISTIR 6556: words of a letter and a signed number,
 * comments in brackets.
 */
function readAsControl(text: string): { register: string; x: number; y: number; z: number; factor: number }[] {
  let factor = NaN;
  return text.split('\n').flatMap((line) => {
    const code = line.replace(/\([^()]*\)/g, '').trim();
    expect(code).toMatch(/^([A-Z][+-]?\d+(\.\d+)?\s*)*$/);
    const words = Object.fromEntries(
      [...code.matchAll(/([A-Z])([+-]?\d+(?:\.\d+)?)/g)].map(([, letter, number]) => [letter, Number(number)]),
    );
    if (words.G === 21) factor = 1;
    if (words.G === 20) factor = 25.4;
    return words.G === 10 ? [{ register: `G${53 + words.P}`, x: words.X, y: words.Y, z: words.Z, factor }] : [];
  });
}

test.each(['mm', 'inch'] as const)("a control that reads the lines has the ledger's zeros, in %s", (units) => {
  const { job, planned } = plan((j) => {
    j.units = units;
  });
  const read = readAsControl(controlLines(job, planned, 'ISSUE A'));
  const half = units === 'mm' ? 0.0005 : 0.00005 * 25.4;
  expect(read.map((r) => r.register)).toEqual(['G54', 'G55']);
  read.forEach((r, i) => {
    const zero = planned.setups[i].facts!.zero.inMachine!;
    for (const axis of ['x', 'y', 'z'] as const)
      expect(Math.abs(r[axis] * r.factor - zero[axis])).toBeLessThanOrEqual(half + 1e-9);
  });
});

test('one register for one zero in two setups is one line that names both', () => {
  const { job, planned } = plan((j) => {
    j.setups = [
      j.setups[0],
      { ...structuredClone(j.setups[0]), id: 'again', op: 15, cuts: oneCut(31), zero: j.setups[0].zero },
    ];
    j.allowance = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };
  });
  const lines = controlLines(job, planned, 'ISSUE A')
    .split('\n')
    .filter((l) => l.startsWith('G10'));
  expect(lines).toHaveLength(1);
  expect(lines[0]).toContain('(OP 10, OP 15 G54');
});

test('one known and one unknown zero in one register: neither is written', () => {
  const { job, planned } = plan((j) => {
    j.setups[1].register = 'G54';
    j.setups[1].station = 'station-b';
  });
  const text = controlLines(job, planned, 'ISSUE A');
  expect(readAsControl(text)).toEqual([]);
  expect(text).toMatch(/G54 NOT WRITTEN: USED FOR DIFFERENT ZEROS BY OP 10 AND OP 20/);
  expect(text).toMatch(/OP 20 G54 NOT KNOWN/);
});

test('whatever is typed, a comment has no bracket, line break or foreign letter inside', () => {
  expect(comment('Größe (alt) −3\nG0 Z-50')).toBe('(GROSSE  ALT  -3 G0 Z-50)'.replace('GROSSE', 'GRO?E'));
  fc.assert(fc.property(fc.string(), (text) => /^\([\x20-\x27\x2a-\x7e]*\)$/.test(comment(text))));
});
