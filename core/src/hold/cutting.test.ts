import fc from 'fast-check';
import { tool } from '../testing/fixtures';
import { demandOf, feedRate, kienzleN, missingOf, rpmFor, surfaceSpeed, WORN } from './cutting';

const STEEL = { kc11: 1800, mc: 0.25 };

test('1,700 rpm for 35 ft/min at a 2 mm cutter (common practice, no source)', () => {
  expect(Math.round(rpmFor(2, 35 * 0.3048) / 10) * 10).toBe(1700);
  expect(surfaceSpeed(2, rpmFor(2, 10))).toBeCloseTo(10, 12);
  expect(feedRate(0.05, 4, 6000)).toBeCloseTo(1200, 9);
});

test('Kienzle: k_c1.1 is the force for 1 mm by 1 mm; k_c = k_c1.1 / h^m_c', () => {
  expect(kienzleN(1800, 0.25, 1, 1)).toBeCloseTo(1800, 9);
  // turning C45 with k_c1.1 = 2220 N/mm² and m_c = 0.14 at b = 4, h = 0.3: k_c = 2220 / 0.3^0.14 = 2628 N/mm², F_c =
  // 3153 N (handbook values from memory)
  expect(kienzleN(2220, 0.14, 4, 0.3) / (4 * 0.3)).toBeCloseTo(2628, -1);
  expect(kienzleN(2220, 0.14, 4, 0.3)).toBeCloseTo(3153, -1);
});

test('a full slot with one tooth: width of cut is the diameter, the thickest chip is the feed', () => {
  const cut = demandOf(
    tool({ material: 'carbide', diameter: 10, flutes: 1, feedPerTooth: 0.1, cutDepth: 5, cutWidth: 10 }),
    STEEL,
  )!;
  const tangential = kienzleN(1800, 0.25, 5, 0.1) * WORN;
  expect(cut.torqueNm).toBeCloseTo((tangential * 5) / 1000, 9);
  expect(cut.sidewaysN).toBeCloseTo(tangential * Math.hypot(1, 0.5), 9);
});

test('two teeth of four are in a full slot at once', () => {
  const one = demandOf(tool({ diameter: 10, flutes: 1, feedPerTooth: 0.1, cutDepth: 5, cutWidth: 10 }), STEEL)!;
  const four = demandOf(tool({ diameter: 10, flutes: 4, feedPerTooth: 0.1, cutDepth: 5, cutWidth: 10 }), STEEL)!;
  expect(four.sidewaysN / one.sidewaysN).toBeCloseTo(2, 9);
});

test('a narrow cut thins the chip: h = f·sin φ with cos φ = 1 − 2·a_e/d', () => {
  const cut = demandOf(
    tool({ material: 'carbide', diameter: 20, flutes: 2, feedPerTooth: 0.1, cutDepth: 5, cutWidth: 2 }),
    STEEL,
  )!;
  const phi = Math.acos(1 - 4 / 20);
  expect(cut.torqueNm).toBeCloseTo((kienzleN(1800, 0.25, 5, 0.1 * Math.sin(phi)) * WORN * 10) / 1000, 9);
});

test('a drill: the point thins the chip and widens it, h = f·sin κ, b = D/2/sin κ (any machining handbook), and does not push sideways', () => {
  const drill = { use: 'drilling' as const, material: 'carbide' as const, diameter: 10, flutes: 2, feedPerTooth: 0.1 };
  const cut = demandOf(tool({ ...drill, point: 180 }), STEEL)!;
  const kc = 1800 / 0.1 ** 0.25;
  expect(cut.torqueNm).toBeCloseTo(((kc * 0.2 * 10 ** 2) / 8 / 1000) * WORN, 9);
  expect(cut.sidewaysN).toBe(0);
  const sharp = demandOf(tool({ ...drill, point: 118 }), STEEL)!;
  const half = (59 * Math.PI) / 180;
  expect(sharp.torqueNm / cut.torqueNm).toBeCloseTo(Math.sin(half) ** -0.25, 9);
  // thrust of a 10 mm drill in steel at 0.2 a turn lies between one and four kilonewtons (handbook charts, from memory)
  expect(sharp.pressN).toBeGreaterThan(1000);
  expect(sharp.pressN).toBeLessThan(4000);
});

test('what is not told of a tool is taken as it asks for more: high-speed steel, a steep helix', () => {
  const cut = (change: Parameters<typeof tool>[0]) =>
    demandOf(tool({ diameter: 10, flutes: 2, feedPerTooth: 0.1, cutDepth: 5, cutWidth: 5, ...change }), STEEL)!;
  expect(cut({}).sidewaysN / cut({ material: 'carbide' }).sidewaysN).toBeCloseTo(1.2, 9);
  expect(cut({ helix: 30 }).liftN / cut({ helix: 45 }).liftN).toBeCloseTo(Math.tan(Math.PI / 6), 9);
  expect(cut({ helix: 0 }).liftN).toBeCloseTo(0, 9);
});

test('what is missing is named, and then nothing is computed', () => {
  expect(missingOf(tool({ diameter: 10 }))).toEqual(['flutes', 'feed per tooth', 'depth of cut', 'width of cut']);
  expect(missingOf(tool({ use: 'drilling', diameter: 10, flutes: 2 }))).toEqual(['feed per tooth']);
  expect(missingOf(tool({ use: 'other' }))).toEqual([]);
  expect(demandOf(tool({ diameter: 10 }), STEEL)).toBeNull();
});

test('deeper, wider or faster never asks for less', () => {
  const size = fc.double({ min: 0.01, max: 1, noNaN: true });
  fc.assert(
    fc.property(fc.tuple(size, size, size), fc.tuple(size, size, size), (a, b) => {
      const cut = ([f, p, w]: readonly number[]) =>
        demandOf(tool({ diameter: 20, flutes: 3, feedPerTooth: f * 0.3, cutDepth: p * 10, cutWidth: w * 20 }), STEEL)!
          .sidewaysN;
      const low = a.map((v, i) => Math.min(v, b[i]));
      expect(cut(low)).toBeLessThanOrEqual(cut(a) * (1 + 1e-12));
    }),
    { numRuns: 300 },
  );
});
