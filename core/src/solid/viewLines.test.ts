import fc from 'fast-check';
import { ALL_ORIENTATIONS, rotationOf, type Rotation } from '../frames';
import { box } from '../testing/fixtures';
import { loadKernel, viewLines, viewLinesTogether, ViewMesh, type Kernel, type Segments, type Solid } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const UP = rotationOf({ up: '+z', right: '+x' });
const length = (s: Segments) => {
  let sum = 0;
  for (let i = 0; i < s.length; i += 4) sum += Math.hypot(s[i + 2] - s[i], s[i + 3] - s[i + 1]);
  return sum;
};

/** A block with square holes and steps cut into it at random, on whole millimeters. */
const blocks = fc.array(
  fc.record({
    x: fc.integer({ min: 0, max: 50 }),
    y: fc.integer({ min: 0, max: 30 }),
    z: fc.integer({ min: 1, max: 19 }),
    a: fc.integer({ min: 3, max: 25 }),
    b: fc.integer({ min: 3, max: 20 }),
    h: fc.integer({ min: 2, max: 25 }),
  }),
  { minLength: 1, maxLength: 4 },
);

function cutBlock(cuts: readonly { x: number; y: number; z: number; a: number; b: number; h: number }[]): Solid {
  return cuts.reduce(
    (solid, c) => kernel.subtract(solid, kernel.box(box([c.x, c.y, c.z], [c.x + c.a, c.y + c.b, c.z + c.h]))),
    kernel.box(box([0, 0, 0], [60, 40, 20])),
  );
}

test('a block with a pocket from above: pocket and outline are seen, nothing is hidden', () => {
  const solid = kernel.subtract(kernel.box(box([0, 0, 0], [60, 40, 20])), kernel.box(box([10, 10, 12], [30, 30, 20])));
  const { visible, hidden } = viewLines(solid.mesh(), UP);
  expect(length(visible)).toBeCloseTo(200 + 80, 6);
  expect(hidden).toHaveLength(0);
});

test('of two blocks each has its own edges, behind both: together what the two have as one body', () => {
  const turned: Rotation = {
    rows: [
      { x: Math.SQRT1_2, y: Math.SQRT1_2, z: 0 },
      { x: -1 / Math.sqrt(6), y: 1 / Math.sqrt(6), z: 2 / Math.sqrt(6) },
      { x: 1 / Math.sqrt(3), y: -1 / Math.sqrt(3), z: 1 / Math.sqrt(3) },
    ],
  };
  // the first stands before the second
  const [front, rear] = [box([0, 0, 0], [17.4625, 9, 30]), box([3, 20, 0], [40, 31.75, 25])].map((b) => kernel.box(b));
  const apart = viewLinesTogether([front.mesh(), rear.mesh()], turned);
  const one = viewLines(kernel.union([front, rear]).mesh(), turned);
  for (const kind of ['visible', 'hidden'] as const)
    expect(length(apart[0][kind]) + length(apart[1][kind])).toBeCloseTo(length(one[kind]), 6);
  // nothing stands before the first: three of its corners' nine edges are seen whole
  expect(apart[0].visible).toEqual(viewLines(front.mesh(), turned).visible);
  expect(length(apart[1].visible)).toBeLessThan(length(viewLines(rear.mesh(), turned).visible) - 5);
});

test('the same block from the front: the pocket is three dashed lines', () => {
  const solid = kernel.subtract(kernel.box(box([0, 0, 0], [60, 40, 20])), kernel.box(box([10, 10, 12], [30, 30, 20])));
  const { visible, hidden } = viewLines(solid.mesh(), {
    rows: [
      { x: 1, y: 0, z: 0 },
      { x: 0, y: 0, z: 1 },
      { x: 0, y: -1, z: 0 },
    ],
  });
  expect(length(visible)).toBeCloseTo(160, 6);
  expect(length(hidden)).toBeCloseTo(20 + 8 + 8, 6);
});

test('random blocks with holes: the visible length is what a ray count along every edge finds (brute force, no grid)', () => {
  fc.assert(
    fc.property(blocks, fc.constantFrom(...ALL_ORIENTATIONS), (cuts, orientation) => {
      const mesh = cutBlock(cuts).mesh();
      if (mesh.triangles.length === 0) return;
      const view = rotationOf(orientation);
      const { visible, hidden } = viewLines(mesh, view);
      const flat = new ViewMesh(mesh, view);
      // every drawn piece, sampled beside the line: a visible piece has free sight of its edge on one side at least,
      // a hidden piece has something in front of every edge that lies there
      const STEP = 0.5;
      const DEPTH = 0.01;
      const wAt = (u: number, v: number) =>
        flat
          .crossings(u, v)
          .map((c) => c.w)
          .sort((a, b) => b - a);
      let disagree = 0;
      let samples = 0;
      const look = (s: Segments, isVisible: boolean) => {
        for (let i = 0; i < s.length; i += 4) {
          const [du, dv] = [s[i + 2] - s[i], s[i + 3] - s[i + 1]];
          const l = Math.hypot(du, dv);
          for (let d = STEP / 2; d < l; d += STEP) {
            const [u, v] = [s[i] + (du * d) / l, s[i + 1] + (dv * d) / l];
            const [left, right] = [
              wAt(u - (dv / l) * 0.013, v + (du / l) * 0.013),
              wAt(u + (dv / l) * 0.013, v - (du / l) * 0.013),
            ];
            // an edge is visible where what is nearest to the eye differs from one side of the line to the other
            const step = Math.abs((left[0] ?? -1e9) - (right[0] ?? -1e9)) > DEPTH;
            samples += 1;
            if (step !== isVisible) disagree += 1;
          }
        }
      };
      look(visible, true);
      look(hidden, false);
      expect(samples).toBeGreaterThan(0);
      expect(disagree).toBe(0);
      // and no visible edge is missing: along test lines across the view every step of the nearest surface has a line
      // there
      for (let v = 0.37; v < 60; v += 3.1) {
        let before = wAt(-1, v)[0] ?? -1e9;
        for (let u = -0.87; u < 61; u += 0.25) {
          const now = wAt(u, v)[0] ?? -1e9;
          if (Math.abs(now - before) > DEPTH) expect(crosses(visible, u - 0.25, u, v)).toBe(true);
          before = now;
        }
      }
    }),
    { numRuns: 40 },
  );
});

function crosses(s: Segments, u0: number, u1: number, v: number): boolean {
  for (let i = 0; i < s.length; i += 4) {
    const [a, b, c, d] = [s[i], s[i + 1], s[i + 2], s[i + 3]];
    if ((b - v) * (d - v) > 0 || b === d) continue;
    const at = a + ((v - b) / (d - b)) * (c - a);
    if (at >= u0 - 1e-6 && at <= u1 + 1e-6) return true;
  }
  return false;
}

test('a point is told inside from outside', () => {
  const view = new ViewMesh(cutBlock([{ x: 10, y: 10, z: 5, a: 20, b: 20, h: 30 }]).mesh(), UP);
  expect(view.isInside(20, 20, 2)).toBe(true);
  expect(view.isInside(20, 20, 7)).toBe(false);
  expect(view.isInside(5, 5, 19)).toBe(true);
  expect(view.isInside(5, 5, 21)).toBe(false);
  expect(view.isInside(70, 5, 5)).toBe(false);
});
