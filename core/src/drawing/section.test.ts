import fc from 'fast-check';
import { ALL_ORIENTATIONS, AXES, pose, rotationOf, vec } from '../frames';
import { boxMesh, circleLoop, loadKernel, polygonLoop, prism, type Kernel, type Outlines, type Solid } from '../solid';
import { box } from '../testing/fixtures';
import { clamped, hatchLines, keptBySection, onView, piecesCutOpen, SECTION_VIEW, sectionOf, stippleDots } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const made = (mesh: ReturnType<typeof boxMesh>): Solid => {
  const result = kernel.fromMesh(mesh);
  if (!result.ok) throw new Error(result.problem);
  return result.value;
};

/** Area of outlines, holes taken off: the shoelace sum (any geometry handbook). */
const areaOf = (outlines: Outlines) =>
  outlines.reduce(
    (sum, ring) =>
      sum +
      ring.reduce((a, [x0, y0], i) => {
        const [x1, y1] = ring[(i + 1) % ring.length];
        return a + (x0 * y1 - x1 * y0) / 2;
      }, 0),
    0,
  );

describe('a part cut open', () => {
  test('keeps the far side of the plane: what stays and the cut face follow from the sizes', () => {
    const block = made(boxMesh(box([0, 0, 0], [100, 60, 30])));
    // seen from the left the left end is taken away, from the front the front, from above the top
    const kept = { x: 70 * 60 * 30, y: 100 * 48 * 30, z: 100 * 60 * 20 };
    const face = { x: 60 * 30, y: 100 * 30, z: 100 * 60 };
    const at = { x: 30, y: 12, z: 20 };
    for (const axis of AXES) {
      const solid = keptBySection(kernel, block, { axis, at: at[axis] });
      expect(solid.volumeMm3()).toBeCloseTo(kept[axis], 6);
      solid.release();
      expect(areaOf(sectionOf(kernel, block, { axis, at: at[axis] }).cutFace)).toBeCloseTo(face[axis], 6);
    }
    block.release();
  });

  test('a bore in the cut is no metal: the cut face is less by the bore', () => {
    const plate = made(
      prism(
        polygonLoop([
          [0, 0],
          [100, 0],
          [100, 60],
          [0, 60],
        ]),
        [circleLoop({ u: 50, v: 30, radius: 20 })],
        12,
      ),
    );
    expect(areaOf(sectionOf(kernel, plate, { axis: 'y', at: 30 }).cutFace)).toBeCloseTo((100 - 40) * 12, 2);
    expect(areaOf(sectionOf(kernel, plate, { axis: 'y', at: 5 }).cutFace)).toBeCloseTo(100 * 12, 6);
    plate.release();
  });

  test('a plane beside the part leaves it whole, or takes all of it', () => {
    const block = made(boxMesh(box([0, 0, 0], [10, 10, 10])));
    expect(keptBySection(kernel, block, { axis: 'x', at: -5 }).volumeMm3()).toBeCloseTo(1000, 9);
    expect(keptBySection(kernel, block, { axis: 'x', at: 15 }).isEmpty()).toBe(true);
    block.release();
  });
});

/** Where outlines stand: their box. */
const boxOf = (outlines: Outlines) =>
  [0, 1].map((k) => {
    const along = outlines.flat().map((p) => p[k]);
    return [Math.min(...along), Math.max(...along)];
  });

test('pieces held turned and elsewhere are cut open as if the metal itself had been turned and moved', () => {
  const before = kernel.box(box([0, 0, 0], [50, 30, 20]));
  const step = kernel.box(box([10, -1, 12], [32, 31, 21]));
  const left = kernel.subtract(before, step);
  for (const orientation of ALL_ORIENTATIONS) {
    const rotation = rotationOf(orientation);
    const poses = [vec(7, -3, 11), vec(93.2, 40, 11)].map((t) => pose<'part', 'device'>(rotation, t));
    for (const axis of AXES) {
      const { view } = SECTION_VIEW[axis];
      const moved = poses.map((p) => [left, before].map((s) => made(clamped(s.mesh(), p))));
      const [one] = moved[0];
      const at = (one.box().min[axis] + one.box().max[axis]) / 2 + 1.5;
      const pieces = piecesCutOpen(kernel, { left, before, orientation }, poses, { axis, at });
      pieces.forEach((piece, i) => {
        const [l, b] = moved[i].map((s) => sectionOf(kernel, s, { axis, at }));
        expect(areaOf(piece.left.cutFace)).toBeCloseTo(areaOf(l.cutFace), 6);
        expect(areaOf(piece.removed)).toBeCloseTo(areaOf(b.cutFace) - areaOf(l.cutFace), 6);
        expect(areaOf(piece.left.silhouette)).toBeCloseTo(areaOf(l.silhouette), 6);
        if (l.silhouette.length === 0) return;
        const by = onView(view, poses[i].translation);
        const placed = piece.left.silhouette.map((ring) => ring.map(([u, v]) => [u + by[0], v + by[1]] as const));
        boxOf(placed).forEach((range, k) => {
          range.forEach((v, e) => expect(v).toBeCloseTo(boxOf(l.silhouette)[k][e], 6));
        });
      });
      moved.flat().forEach((s) => s.release());
    }
  }
  [before, step, left].forEach((s) => s.release());
});

describe('hatch and stipple', () => {
  const side = fc.integer({ min: 20, max: 200 });
  test('hatch covers its region and nothing else: length times spacing is the area', () => {
    fc.assert(
      fc.property(side, side, (w, h) => {
        const frame: Outlines = [
          [
            [0, 0],
            [w, 0],
            [w, h],
            [0, h],
          ],
          [
            [5, 5],
            [5, h - 5],
            [w - 5, h - 5],
            [w - 5, 5],
          ],
        ];
        const spacing = 0.5;
        const lines = hatchLines(frame, spacing);
        const length = lines.reduce((sum, [a, b]) => sum + Math.hypot(b[0] - a[0], b[1] - a[1]), 0);
        const area = w * h - (w - 10) * (h - 10);
        expect(Math.abs(length * spacing - area) / area).toBeLessThan(0.04);
        for (const [[x0, y0], [x1, y1]] of lines) {
          const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
          expect(x > -1e-9 && x < w + 1e-9 && y > -1e-9 && y < h + 1e-9).toBe(true);
          expect(x > 5 + 1e-9 && x < w - 5 - 1e-9 && y > 5 + 1e-9 && y < h - 5 - 1e-9).toBe(false);
          expect(y1 - y0).toBeCloseTo(x1 - x0, 9);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('dots stand inside their region, one to each square of the spacing', () => {
    fc.assert(
      fc.property(side, side, (w, h) => {
        const dots = stippleDots(
          [
            [
              [0, 0],
              [w, 0],
              [w, h],
              [0, h],
            ],
          ],
          2,
        );
        expect(dots.every(([x, y]) => x >= 0 && x <= w && y >= 0 && y <= h)).toBe(true);
        expect(Math.abs(dots.length * 4 - w * h) / (w * h)).toBeLessThan(0.15);
      }),
      { numRuns: 40 },
    );
  });

  test('nothing to hatch draws nothing', () => {
    expect(hatchLines([], 5)).toEqual([]);
    expect(stippleDots([], 5)).toEqual([]);
  });
});
