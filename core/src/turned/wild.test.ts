import fc from 'fast-check';
import { newEnds, type Turned } from '../job';
import type { Device } from '../shop';
import { chuck, barLathe, lathe, planTurnedCase } from '../testing/turnedJobs';
import { speechIn } from '../units';
import { endScene, endSteps, sideBySide, simulateBar, turnedScene } from '.';

const mm = (max: number) =>
  fc.oneof(fc.constantFrom(0, 1e-9, 0.396875, 55.5625, max), fc.double({ min: 0, max, noNaN: true }));
const size = fc.oneof(fc.constantFrom(1e-3, 17.4625, 55.5625), fc.double({ min: 0.1, max: 400, noNaN: true }));
const orNull = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: null });
const signed = fc.oneof(fc.constantFrom(0, -1e-9, 1e5, -1e5), fc.double({ min: -300, max: 300, noNaN: true }));

const wild = fc.record({
  units: fc.constantFrom('mm' as const, 'inch' as const),
  steps: fc.array(fc.record({ length: size, from: size, to: size }), { minLength: 1, maxLength: 6 }),
  stroke: fc.double({ min: 1, max: 500, noNaN: true }),
  across: mm(500),
  face: signed,
  back: signed,
  second: fc.boolean(),
  bushing: orNull(mm(100)),
  turned: fc.record({
    cutOff: fc.double({ min: 0.001, max: 50, noNaN: true }),
    grip: mm(2000),
    start: orNull(signed),
    takeBack: orNull(signed),
    barLength: orNull(size),
    depth: orNull(size),
    feed: orNull(fc.double({ min: 0.001, max: 10, noNaN: true })),
    within: orNull(mm(5)),
    changes: orNull(
      fc
        .array(fc.record({ at: mm(2000), move: orNull(signed), shift: orNull(signed) }), { maxLength: 5 })
        .map((all) => all.map((c, i) => ({ id: `c${i}`, ...c }))),
    ),
    keptClear: fc
      .array(fc.record({ from: mm(500), to: mm(500) }), { maxLength: 4 })
      .map((all) => all.map((z, i) => ({ id: `z${i}`, why: '', ...z }))),
  }),
});

/** Every number in a value; a value that is not a number is found by its place. */
function noNumbers(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [path];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([k, v]) => (v instanceof Float64Array ? [] : noNumbers(v, `${path}.${k}`)));
}

test('200 wild parts from bar: nothing is thrown, every number is one, and whatever stops the simulated control is a stop', () => {
  let stops = 0;
  fc.assert(
    fc.property(wild, ({ units, steps, stroke, across, face, back, second, bushing, turned }) => {
      const machine = barLathe(stroke, { bushing, second: second ? lathe.second : null });
      const { planned, findings } = planTurnedCase({
        steps,
        machine,
        across,
        face,
        back,
        units,
        turned: turned as Partial<Turned>,
      });
      expect(noNumbers({ ...planned, machine: null, lathe: null, turned: null })).toEqual([]);
      expect(findings.filter((f) => /NaN|undefined|Infinity/.test(f.says + f.because + f.remedy))).toEqual([]);
      const speech = speechIn(units);
      planned.sections.forEach((_, section) =>
        expect(noNumbers(turnedScene(planned, { section, speech }))).toEqual([]),
      );
      sideBySide(planned.steps);
      if (!planned.lines || planned.start === null) return;
      const { stopped } = simulateBar({
        ...{ lines: planned.lines, machine, cycles: 5, start: planned.start, zero: planned.start - planned.bar.face },
        ...{ cutOff: planned.bar.cutOff, units },
      });
      if (!stopped) return;
      stops++;
      // whatever stops the control is a stop of the plan
      expect(findings.map((f) => f.level)).toContain('stop');
    }),
    { seed: 17, numRuns: 200 },
  );
  expect(stops).toBeGreaterThan(40);
});

/** Grips whatever it is given. */
const anyChuck = { ...chuck, minDiameter: 0.1, maxDiameter: 600, soft: 'hard' } as Device;

test('200 wild parts end for end: nothing is thrown, every number is one', () => {
  const support = fc.oneof(
    fc.constant(null),
    fc.record({ by: fc.constant('tailstock' as const), into: mm(100) }),
    fc.record({ by: fc.constant('steady rest' as const), at: mm(500) }),
  );
  const against = fc.constantFrom('stop' as const, 'chuck face' as const);
  const side = fc.record({ rest: signed, against, support });
  const ends = fc.record({ to: mm(500), rpm: orNull(mm(300_000)), forceShare: mm(100), first: side, second: side });
  fc.assert(
    fc.property(wild, ends, fc.boolean(), ({ units, steps, across, face, back, turned }, of, has) => {
      const { planned, findings } = planTurnedCase({
        ...{ steps, across, face, back, units, devices: [anyChuck] },
        machine: barLathe(400, {
          ...{ moves: 'tools', tailstock: { from: 20, to: 400, mark: 3.5 } },
          steady: { min: 4, max: 90, width: 12 },
        }),
        turned: { ...(turned as Partial<Turned>), ends: { ...newEnds(50), ...of, device: has ? 'chuck' : null } },
      });
      expect(noNumbers({ ...planned, machine: null, lathe: null, turned: null })).toEqual([]);
      expect(findings.filter((f) => /NaN|undefined|Infinity/.test(f.says + f.because + f.remedy))).toEqual([]);
      if (!planned.ends) return;
      const speech = speechIn(units);
      for (const s of ['first', 'second'] as const) {
        expect(noNumbers(endScene(planned, s, speech))).toEqual([]);
        expect(endSteps(planned.ends, s, { lathe: planned.lathe!, speech }).join(' ')).not.toMatch(/NaN|undefined/);
      }
    }),
    { seed: 17, numRuns: 200 },
  );
});
