import type { Obstacle } from '../hold';
import { loadKernel, type Kernel, type Outlines } from '../solid';
import { gapBetween, planWay, type WayInput } from './inTheWay';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const rect = (x0: number, y0: number, x1: number, y1: number): Outlines => [
  [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ],
];
const post = (x: number, to: number, cuttable = false): Obstacle => ({
  name: 'post',
  footprint: rect(x, 0, x + 10, 50),
  from: 0,
  to,
  cuttable,
});
/** A block 0…100 by 0…50, 20 high, on its right side 5 mm are profiled off down to 4. */
const profile = (obstacles: Obstacle[], change: Partial<WayInput> = {}) =>
  planWay({
    kernel,
    obstacles,
    lowestCut: 4,
    loadedTop: 20,
    toolMm: 12,
    holderMm: null,
    stickOutMm: null,
    headAt: null,
    sectionOf: (body) => (body === 'loaded' ? rect(0, 0, 100, 50) : rect(0, 0, 95, 50)),
    ...change,
  });

test('along a wall the cutter sweeps its diameter out from it', () => {
  // wall at 95, cutter 12: out to 107; the post stands from 110
  expect(profile([post(110, 30)]).gaps[0].gapMm).toBeCloseTo(3, 1);
  expect(profile([post(106, 30)]).gaps[0].gapMm).toBe(0);
  expect(profile([post(110, 3.9)]).gaps).toEqual([]);
});

test('what a cutter may pass through is told apart', () => {
  expect(profile([post(98, 30, true)])).toMatchObject({ gaps: [], passesThrough: ['post'] });
});

test('the holder needs stick-out over what stands beside the cut, and over the part itself', () => {
  const high = profile([post(112, 60)], { holderMm: 40, stickOutMm: 20 });
  expect(high.stickOutNeededMm).toBeCloseTo(60 - 4, 1);
  expect(high.gaps.find((g) => g.what === 'holder')?.gapMm).toBe(0);
  expect(profile([post(112, 60)], { holderMm: 40, stickOutMm: 60 }).gaps.some((g) => g.what === 'holder')).toBe(false);
  expect(profile([], { holderMm: 40, stickOutMm: 60 }).stickOutNeededMm).toBeCloseTo(16, 1);
});

test('the stick-out needed never shrinks when the cut goes deeper', () => {
  // two steps of the profile, and things of several heights beside them
  const needed = (lowestCut: number) =>
    profile([post(107, 9), post(113, 14), post(122, 31)], {
      lowestCut,
      holderMm: 40,
      stickOutMm: 60,
      sectionOf: (body, z) =>
        body === 'loaded' ? rect(0, 0, 100, 50) : z > 11 ? rect(0, 0, 88, 50) : rect(0, 0, 95, 50),
    }).stickOutNeededMm!;
  const depths = Array.from({ length: 39 }, (_, i) => 19.75 - i * 0.5);
  const all = depths.map(needed);
  all.slice(1).forEach((v, i) => expect([depths[i + 1], v >= all[i] - 1e-6]).toEqual([depths[i + 1], true]));
  expect(all.at(-1)!).toBeGreaterThan(all[0]);
});

test('a head that keeps its height meets only what is higher', () => {
  expect(profile([post(112, 25)], { toolMm: 1, holderMm: 60, headAt: 30 }).gaps.some((g) => g.what === 'holder')).toBe(
    false,
  );
  expect(
    profile([post(112, 35)], { toolMm: 1, holderMm: 60, headAt: 30 }).gaps.find((g) => g.what === 'holder')?.gapMm,
  ).toBe(0);
});

test('without a diameter nothing is claimed', () => {
  expect(profile([post(106, 30)], { toolMm: null })).toMatchObject({ gaps: [], stickOutNeededMm: null });
});

test('the gap between outlines is between edges, not only corners', () => {
  expect(gapBetween(rect(0, 0, 10, 10), rect(13, 4, 20, 6))).toEqual({ mm: 3, at: [13, 4] });
  expect(gapBetween(rect(13, 4, 20, 6), rect(0, 0, 10, 10)).mm).toBe(3);
  expect(gapBetween(rect(0, 0, 10, 10), rect(13, 14, 20, 20)).mm).toBeCloseTo(5, 12);
});
