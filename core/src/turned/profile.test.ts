import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { loadModelKernel } from '../../../formats/src/model/load';
import { readStep } from '../../../formats/src/model';
import type { Direction } from '../frames';
import { prism } from '../solid';
import { turnedMesh } from '../testing/turnedJobs';
import { cylinderBetween, diameterOf, diametersBetween, profileOf, volumeOfPiece, volumeOfProfile } from '.';

const ORIGIN = { x: 0, y: 0, z: 0 };

async function mastSpindle() {
  const read = readStep(await loadModelKernel(), readFileSync('demo/mast-spindle.step'));
  if (!read.ok) throw new Error(read.problem);
  const profile = profileOf(read.value[0].mesh, '-x', ORIGIN);
  if (!profile.ok) throw new Error(profile.problem);
  return profile.value;
}

test('the mast spindle as its model has it: cylinders, chamfers and the round groove exactly', async () => {
  const { outside, length, bores, crossed } = await mastSpindle();
  expect([length, bores, crossed]).toEqual([318, [], 0]);
  expect(outside.map((p) => [p.from, p.to, p.fromDiameter, p.toDiameter])).toEqual([
    [0, 1, 12, 14],
    [1, 88, 14, 14],
    [88, 91, 12, 12],
    [91, 200, 14, 14],
    [200, 204, 14, 14],
    [204, 298, 14, 14],
    [298, 317, 10, 10],
    [317, 318, 10, 8],
  ]);
  const groove = outside[4];
  expect(groove.arc!.radius).toBeCloseTo(4, 9);
  expect(groove.arc!.bulges).toBe(false);
  expect(diameterOf(groove, 202)).toBeCloseTo(14 - 2 * (4 - Math.sqrt(12)), 9);
});

test('its volume is what the kernel that drew it measures: 47,224.422 mm³ (npm run demo:step prints it)', async () => {
  expect(volumeOfProfile(await mastSpindle())).toBeCloseTo(47224.422, 3);
});

describe('volume of a piece against Simpson’s rule', () => {
  const arc = (bulges: boolean) => ({ at: 3, fromAxis: bulges ? 8 : 30, radius: 11, bulges });
  test.each([
    ['cylinder', { from: 2, to: 9.5, fromDiameter: 12, toDiameter: 12, arc: null }],
    ['cone', { from: 2, to: 9.5, fromDiameter: 12, toDiameter: 7.25, arc: null }],
    ['point', { from: 0, to: 5, fromDiameter: 0, toDiameter: 7.25, arc: null }],
    ['ball', { from: -4, to: 9, fromDiameter: 0, toDiameter: 0, arc: arc(true) }],
    ['round groove', { from: -4, to: 9, fromDiameter: 0, toDiameter: 0, arc: arc(false) }],
  ])('%s', (_, piece) => {
    const n = 2000;
    const h = (piece.to - piece.from) / n;
    const square = (i: number) => (diameterOf(piece, piece.from + i * h) / 2) ** 2;
    const inner = Array.from({ length: n - 1 }, (__, i) => (i % 2 === 0 ? 4 : 2) * square(i + 1));
    const simpson = ((Math.PI * h) / 3) * (square(0) + square(n) + inner.reduce((a, b) => a + b, 0));
    expect(volumeOfPiece(piece)).toBeCloseTo(simpson, 3);
  });
});

const stepped = fc.array(
  fc.record({
    length: fc.integer({ min: 1, max: 80 }),
    from: fc.integer({ min: 4, max: 60 }),
    to: fc.integer({ min: 4, max: 60 }),
  }),
  { minLength: 1, maxLength: 7 },
);
const fronts: readonly Direction[] = ['-x', '+x', '-y', '+y', '-z', '+z'];

test('any stepped part, along any axis, either way round and beside the origin, comes back as it was drawn', () => {
  fc.assert(
    fc.property(stepped, fc.constantFrom(...fronts), fc.integer({ min: -50, max: 50 }), (steps, front, off) => {
      const at = { x: off / 3, y: off / 7, z: -off / 11 };
      const read = profileOf(turnedMesh(steps, { front, at }), front, at);
      if (!read.ok) throw new Error(read.problem);
      const exact = steps.reduce(
        (sum, s) => sum + (Math.PI * s.length * (s.from ** 2 + s.from * s.to + s.to ** 2)) / 12,
        0,
      );
      expect(volumeOfProfile(read.value)).toBeCloseTo(exact, 4);
      let along = 0;
      for (const s of steps) {
        const middle = along + s.length / 2;
        const piece = read.value.outside.find((p) => p.from < middle && p.to > middle)!;
        expect(diameterOf(piece, middle)).toBeCloseTo((s.from + s.to) / 2, 6);
        along += s.length;
      }
    }),
    { seed: 17, numRuns: 150 },
  );
});

test('a flat is no turned face: it is counted, and the round beside it is read', () => {
  const n = 64;
  const points = Array.from({ length: n + 1 }, (_, i) => {
    const a = -Math.PI / 3 + (2 * Math.PI * 5 * i) / (6 * n) + Math.PI / 3;
    return [10 * Math.cos(a), 10 * Math.sin(a)] as const;
  });
  const pieces = points.map((_, i) => (i < n ? { curve: 0, curved: true } : { curve: 1, curved: false }));
  const read = profileOf(prism({ points, pieces }, [], 40), '-z', ORIGIN);
  if (!read.ok) throw new Error(read.problem);
  expect(read.value.crossed).toBe(1);
  expect(read.value.outside).toHaveLength(1);
  expect(read.value.outside[0]).toMatchObject({ from: 0, to: 40, fromDiameter: 20, toDiameter: 20 });
});

test('a part that does not go round says where, or that nothing does', () => {
  const block = prism(
    {
      points: [
        [0, 0],
        [9, 0],
        [9, 9],
        [0, 9],
      ],
      pieces: Array(4).fill({ curve: 0, curved: false }),
    },
    [],
    5,
  );
  expect(profileOf(block, '-z', ORIGIN)).toMatchObject({
    ok: false,
    problem: expect.stringMatching(/nothing round along Z/),
  });
});

test('where a collet holds on one diameter, and where it does not', () => {
  const read = profileOf(
    turnedMesh([
      { length: 20, from: 14, to: 14 },
      { length: 10, from: 12, to: 12 },
    ]),
    '-x',
    ORIGIN,
  );
  if (!read.ok) throw new Error(read.problem);
  expect(cylinderBetween(read.value, 5, 20)).toBe(14);
  expect(cylinderBetween(read.value, 15, 25)).toBeNull();
  expect(diametersBetween(read.value, 15, 25)).toEqual({ least: 12, most: 14 });
  expect(diametersBetween(read.value, 31, 40)).toBeNull();
});
