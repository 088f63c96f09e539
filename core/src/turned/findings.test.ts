import { rotationOf } from '../frames';
import { prism, revolved, turnMesh, type TriangleMesh } from '../solid';
import { barLathe, lathe, planTurnedCase, turnedMesh, type TurnedCase } from '../testing/turnedJobs';

const shaft: TurnedCase = {
  steps: [
    { length: 300, from: 20, to: 20 },
    { length: 18, from: 12, to: 12 },
  ],
  machine: barLathe(128, { second: { ...lathe.second!, room: 20 } }),
  ...{ across: 22, face: 0.5 },
  turned: { depth: 1, feed: 0.1, within: 0.05 },
};
const codesOf = (change: Partial<TurnedCase>) => planTurnedCase({ ...shaft, ...change }).codes;
const turned = (fields: TurnedCase['turned']) => ({ turned: { ...shaft.turned, ...fields } });
const second = (fields: Partial<NonNullable<typeof lathe.second>>) => ({
  machine: barLathe(128, { second: { ...lathe.second!, room: 20, ...fields } }),
});
const at = (...places: number[]) => places.map((p, i) => ({ id: `c${i}`, at: p, move: null, shift: null }));

test('a shaft that is planned through says nothing', () => {
  expect(codesOf({})).toEqual([]);
});

test('the bar slips at every change: ± of what a section cuts is that of all changes before it', () => {
  const { planned } = planTurnedCase({ ...shaft, machine: barLathe(128, { slip: 11 / 256 }) });
  expect(planned.sections.map((s) => s.plusMinus)).toEqual([0, 11 / 256, 22 / 256]);
});

test.each<[string, Partial<TurnedCase>]>([
  ['no-lathe', { machine: null }],
  ['no-lathe', { machine: { ...barLathe(128), lathe: null } as never }],
  ['bar-too-thin', { across: 19.9 }],
  ['bar-too-thick', { across: 41 }],
  ['bar-too-long', turned({ barLength: 3001 })],
  [
    'tube-not-known',
    { ...turned({ barLength: 2000 }), machine: barLathe(128, { tube: null, second: { ...lathe.second!, room: 20 } }) },
  ],
  ['no-plan-of-grips', turned({ keptClear: [{ id: 'z', from: 60, to: 200, why: 'thread' }] })],
  ['beyond-stroke', turned({ changes: at(150) })],
  ['beyond-stroke', turned({ start: -40 })],
  ['beyond-stroke', second({ max: 150 })],
  ['slip-not-known', { machine: barLathe(128, { slip: null, second: { ...lathe.second!, room: 20 } }) }],
  ['slips-too-far', { machine: barLathe(128, { slip: 0.0501, second: { ...lathe.second!, room: 20 } }) }],
  ['register-not-on-machine', turned({ backRegister: 'G58' })],
  ['register-used-twice', turned({ backRegister: 'G54' })],
  ['change-kept-clear', turned({ changes: at(106, 212), keptClear: [{ id: 'z', from: 100, to: 110, why: 'seat' }] })],
  ['change-kept-clear', turned({ changes: at(20, 120, 230) })],
  ['change-kept-clear', turned({ changes: at(106, 212, 319) })],
  ['not-held', { machine: barLathe(128, { second: null }) }],
  ['second-cannot-grip', second({ bore: 19 })],
  ['second-cannot-grip', second({ max: 60 })],
  ['second-cannot-grip', second({ collet: 25 })],
  ['second-cannot-grip', second({ room: 15 })],
  ['two-collets', second({ room: 8 })],
  ['cut-off-next-to-nothing', second({ depth: 150 })],
  ['move-is-not-shift', turned({ changes: [{ id: 'a', at: 107, move: null, shift: 107 }, ...at(214)] })],
  ['shift-not-taken-back', turned({ takeBack: -200 })],
  ['bar-bends', { machine: barLathe(128, { bushing: null, second: { ...lathe.second!, room: 20 } }) }],
  ['bend-not-known', turned({ within: null })],
])('%s', (code, change) => {
  expect(codesOf(change)).toContain(code);
});

test('no-profile: a part that does not go round; no-round-bar: a blank of another shape', () => {
  const block = planTurnedCase({ ...shaft, blank: 'block' });
  expect(block.codes).toContain('no-round-bar');
  expect(block.planned.removedMm3).toBeNull();
  const flat = turnedMesh([{ length: 40, from: 20, to: 20 }], { front: '-z' });
  expect(codesOf({ mesh: flat })).toContain('no-profile');
});

/** A round with a flat on it along X, the shaft beside. */
function withFlat(): TriangleMesh {
  const n = 64;
  const points = Array.from({ length: n + 1 }, (_, i) => {
    const a = (2 * Math.PI * 5 * i) / (6 * n);
    return [10 * Math.cos(a), 10 * Math.sin(a)] as const;
  });
  const pieces = points.map((_, i) => (i < n ? { curve: 0, curved: true } : { curve: 1, curved: false }));
  return turnMesh(prism({ points, pieces }, [], 318), rotationOf({ up: '+y', right: '+z' }));
}

test('angle-not-agreed: only where something does not go round, and until somebody says so', () => {
  const flat = (angle: NonNullable<TurnedCase['turned']>['angle']) =>
    codesOf({ mesh: withFlat(), ...turned({ angle }) });
  expect(flat(null)).toContain('angle-not-agreed');
  expect(flat('not kept')).toContain('angle-not-agreed');
  expect(flat('kept')).not.toContain('angle-not-agreed');
  expect(codesOf(turned({ angle: 'not kept' }))).toEqual([]);
});

test('what is kept clear moves the change to its nearer side; what is typed stays and is told', () => {
  const zone = [{ id: 'z', from: 91, to: 107, why: 'bearing seat' }];
  const { planned } = planTurnedCase({ ...shaft, ...turned({ keptClear: zone }) });
  expect(planned.changes[0].at).toBeCloseTo(107, 3);
  const stays = planTurnedCase({ ...shaft, ...turned({ keptClear: zone, changes: at(100, 210) }) });
  expect(stays.findings.find((f) => f.code === 'change-kept-clear')!.says).toMatch(/witness line on bearing seat/);
});

test('a zero along the axis is the sum of its terms; both move with what they hang on', () => {
  const sum = (terms: readonly { value: number | null }[] | null) => terms!.reduce((all, t) => all + t.value!, 0);
  const { planned } = planTurnedCase(shaft);
  expect(sum(planned.zero)).toBeCloseTo(planned.start! - 0.5, 9);
  // the back face stands at the tools where the second spindle took the part over at the cut-off
  const last = planned.secondGrips.find((g) => g.when === 'cut-off')!;
  expect(sum(planned.backZero)).toBeCloseTo(last.at, 9);
  const back = planTurnedCase({ ...shaft, back: 0.4 }).planned;
  expect(sum(back.backZero)).toBeCloseTo(sum(planned.backZero) - 0.4, 9);
});

test('a common offset that stays on the machine is taken off both registers', () => {
  const machine = { ...shaft.machine!, commonOffset: { x: 0, y: 0, z: 1.25, why: 'fixture' } };
  const sum = (terms: readonly { value: number | null }[] | null) => terms!.reduce((all, t) => all + t.value!, 0);
  const [plain, with1] = [planTurnedCase(shaft).planned, planTurnedCase({ ...shaft, machine }).planned];
  expect(sum(with1.zero)).toBeCloseTo(sum(plain.zero) - 1.25, 9);
  expect(sum(with1.backZero)).toBeCloseTo(sum(plain.backZero) - 1.25, 9);
});

test('a part within the stroke is turned in one grip, with and without a second spindle', () => {
  const short = { steps: [{ length: 60, from: 20, to: 20 }] };
  expect(codesOf(short)).toEqual([]);
  const alone = planTurnedCase({ ...shaft, ...short, machine: barLathe(128, { second: null }) });
  expect(alone.codes).toEqual([]);
  expect(alone.planned.steps.every((s) => s.side === 'main')).toBe(true);
  expect(alone.planned.removedMm3).toBeCloseTo((Math.PI / 4) * (22 ** 2 * 60.5 - 20 ** 2 * 60), 3);
});

test('undercut-stays: a face under a rim that hangs over it is not turned from the side', () => {
  // a head ⌀40 × 10 with a rim that reaches 6 back over the shank ⌀12
  const points = [0, 0, 0, 20, 16, 20, 16, 16, 10, 16, 10, 6, 60, 6, 60, 0];
  const half = Array.from({ length: 8 }, (_, i) => [points[2 * i], points[2 * i + 1]] as const);
  const mesh = revolved({ points: half, pieces: half.map((_, curve) => ({ curve, curved: false })) }, 'x');
  const { findings } = planTurnedCase({ ...shaft, steps: [], mesh, across: 42 });
  expect(findings.find((f) => f.code === 'undercut-stays')!.says).toBe(
    'A face of the part lies under another one, from 10.000 to 16.000 mm behind the front face.',
  );
  expect(codesOf({})).not.toContain('undercut-stays');
});
