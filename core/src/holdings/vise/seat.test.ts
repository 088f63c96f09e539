import fc from 'fast-check';
import { Matrix } from 'ml-matrix';
import { ALL_ORIENTATIONS, rotationOf, vec, type Box3, type Orientation } from '../../frames';
import { boxMesh, loadKernel, turnMesh, type Kernel } from '../../solid';
import type { Vise } from '../../shop';
import { vise as fixtureVise } from '../../testing/fixtures';
import { seatInVise } from '..';
import { turnedBox } from '../../seat';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const vise: Vise = {
  ...fixtureVise,
  id: 'v',
  name: 'v',
  jawWidth: 400,
  jawHeight: 40,
  jawThickness: 40,
  maxOpening: 400,
  bedThickness: 20,
  parallelThickness: 6,
  stopDiameter: 8,
  minimumGrip: 5,
  clearanceAboveJaws: 1,
  minimumRestAreaMm2: 100,
};
const stop = { side: 'left' as const, position: 30, height: 34, fromJaw: 8, face: null };
const box = (min: [number, number, number], max: [number, number, number]): Box3 => ({
  min: vec(...min),
  max: vec(...max),
});
const UP: Orientation = { up: '+z', right: '+x' };

function seat(
  loaded: Box3,
  finished: Box3,
  orientation: Orientation,
  parallelsHeight: number,
  side: 'left' | 'right' = 'left',
) {
  const turn = (b: Box3) => turnMesh(boxMesh(b), rotationOf(orientation));
  return seatInVise({
    orientation,
    loaded: turn(loaded),
    finished: turn(finished),
    isFlat: () => true,
    blankSeated: turnedBox(loaded, orientation),
    vise,
    parallelsHeight,
    stop: { ...stop, side },
  });
}

/** All eight corners through the pose, computed with ml-matrix. */
function cornersInDevice(
  b: Box3,
  pose: {
    rotation: { rows: readonly { x: number; y: number; z: number }[] };
    translation: { x: number; y: number; z: number };
  },
): number[][] {
  const r = new Matrix(pose.rotation.rows.map((v) => [v.x, v.y, v.z]));
  const { x, y, z } = pose.translation;
  return [0, 1, 2, 3, 4, 5, 6, 7].map((i) => {
    const corner = Matrix.columnVector([
      i & 1 ? b.max.x : b.min.x,
      i & 2 ? b.max.y : b.min.y,
      i & 4 ? b.max.z : b.min.z,
    ]);
    return Matrix.add(r.mmul(corner), Matrix.columnVector([x, y, z])).to1DArray();
  });
}

test('no gap and no overlap with jaw, rest and stop: random blanks, allowances and all 24 orientations (against ml-matrix)', () => {
  const size = fc.double({ min: 30, max: 120, noNaN: true });
  const offset = fc.double({ min: -50, max: 50, noNaN: true });
  const allowance = fc.integer({ min: 0, max: 8000 }).map((micrometers) => micrometers / 1000);
  fc.assert(
    fc.property(
      fc.record({
        s: fc.tuple(size, size, size),
        o: fc.tuple(offset, offset, offset),
        low: fc.tuple(allowance, allowance, allowance),
        high: fc.tuple(allowance, allowance, allowance),
        orientation: fc.constantFrom(...ALL_ORIENTATIONS),
        h: fc.double({ min: 5, max: 30, noNaN: true }),
        side: fc.constantFrom('left' as const, 'right' as const),
      }),
      ({ s, o, low, high, orientation, h, side }) => {
        const finished = box(o, [o[0] + s[0], o[1] + s[1], o[2] + s[2]]);
        const loaded = box(
          [o[0] - low[0], o[1] - low[1], o[2] - low[2]],
          [o[0] + s[0] + high[0], o[1] + s[1] + high[1], o[2] + s[2] + high[2]],
        );
        const seated = seat(loaded, finished, orientation, h, side);
        const corners = cornersInDevice(loaded, seated.pose);
        const [x, y, z] = [0, 1, 2].map((a) => corners.map((c) => c[a]));
        const end = side === 'left' ? Math.min(...x) : Math.max(...x);
        const gaps = [Math.min(...z) - h, Math.max(...y), end - stop.position];
        // raw stock told for each locator is the allowance of the part side that touches it
        const allowanceOf = (d: string) =>
          'xyz'.indexOf(d[1]) >= 0 ? (d[0] === '-' ? low : high)['xyz'.indexOf(d[1])] : NaN;
        const raws = [seated.rest, seated.y, seated.x].map((c) => c.rawMm - allowanceOf(c.side));
        return seated.settled && [...gaps, ...raws].every((g) => Math.abs(g) < 1e-9);
      },
    ),
    { numRuns: 300 },
  );
});

describe('the seat touches only where the device really is', () => {
  test('a boss hangs between the parallels', () => {
    const mesh = kernel
      .union([kernel.box(box([0, 0, 0], [60, 60, 30])), kernel.box(box([20, 20, -10], [40, 40, 0]))])
      .mesh();
    const seated = seatInVise({
      orientation: UP,
      loaded: mesh,
      finished: mesh,
      isFlat: () => true,
      blankSeated: box([0, 0, -10], [60, 60, 30]),
      vise,
      parallelsHeight: 20,
      stop,
    });
    expect(seated.loadedBox.min.z).toBeCloseTo(10, 9);
    expect(seated.rest.flatAreaMm2).toBeCloseTo(60 * 6 * 2, 6);
    expect(seated.restStripsMm2).toEqual([expect.closeTo(360, 6), expect.closeTo(360, 6)]);
  });

  test('a flange above the jaw tops touches nothing; below them it is what touches', () => {
    const tee = kernel
      .union([kernel.box(box([0, 0, 0], [60, 40, 25])), kernel.box(box([-5, -5, 25], [65, 45, 35]))])
      .mesh();
    const input = {
      orientation: UP,
      loaded: tee,
      finished: boxMesh(box([0, 0, 0], [60, 40, 35])),
      isFlat: () => true,
      blankSeated: box([-5, -5, 0], [65, 45, 35]),
      vise,
      stop: { ...stop, height: 26 },
    };
    const clear = seatInVise({ ...input, parallelsHeight: 16 });
    expect(clear.y.rawMm).toBe(0);
    expect(clear.loadedBox.max.y).toBeCloseTo(5, 9);
    expect(clear.x.rawMm).toBe(0);
    const caught = seatInVise({ ...input, parallelsHeight: 14 });
    expect(caught.y.rawMm).toBeCloseTo(5, 9);
    expect(caught.loadedBox.max.y).toBeCloseTo(0, 9);
  });

  test('a flange that ends exactly at the jaw top is not caught', () => {
    const tee = kernel
      .union([kernel.box(box([0, 0, 0], [60, 40, 25])), kernel.box(box([-5, -5, 25], [65, 45, 35]))])
      .mesh();
    const seated = seatInVise({
      orientation: UP,
      loaded: tee,
      finished: tee,
      isFlat: () => true,
      blankSeated: box([-5, -5, 0], [65, 45, 35]),
      vise,
      parallelsHeight: 15,
      stop,
    });
    expect(seated.y.seatedLevel).toBe(40);
  });

  test('the stop meets the material at its own height, not the widest place', () => {
    const stepped = kernel
      .union([kernel.box(box([0, 0, 0], [60, 40, 20])), kernel.box(box([12, 0, 20], [60, 40, 40]))])
      .mesh();
    const at = (height: number) =>
      seatInVise({
        orientation: UP,
        loaded: stepped,
        finished: stepped,
        isFlat: () => true,
        blankSeated: box([0, 0, 0], [60, 40, 40]),
        vise,
        parallelsHeight: 10,
        stop: { ...stop, height },
      });
    expect(at(20).x.seatedLevel).toBe(0);
    expect(at(36).x.seatedLevel).toBe(12);
    expect(at(36).loadedBox.min.x).toBeCloseTo(30 - 12, 9);
  });

  test('material beside the jaws is not gripped', () => {
    const bar = boxMesh(box([0, 0, 0], [60, 40, 30]));
    const beside = seatInVise({
      orientation: UP,
      loaded: bar,
      finished: bar,
      isFlat: () => true,
      blankSeated: box([0, 0, 0], [60, 40, 30]),
      vise,
      parallelsHeight: 20,
      stop: { ...stop, position: 420 },
    });
    expect(beside.y.touches).toBe(false);
    expect(beside.rest.touches).toBe(false);
  });
});
