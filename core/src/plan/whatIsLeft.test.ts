import fc from 'fast-check';
import { ALL_ORIENTATIONS, DIRECTIONS, type Box3 } from '../frames';
import { levelsBelowTop, partOf, type Part } from '../part';
import { boxMesh, loadKernel, meshBox, type Kernel, type Solid } from '../solid';
import { box } from '../testing/fixtures';
import { flatsOf } from './flats';
import { unreachedMetal } from './unreached';
import { Material, UNCUT } from './material';
import { cutFrom, depthPlane } from './whatIsLeft';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

function asPart(solid: Solid): Part {
  return { solid, surface: solid.mesh(), box: meshBox(solid.mesh()) };
}

function material(blank: Box3, part: Part): Material {
  return new Material({
    kernel,
    frame: kernel.box(blank),
    kept: part.solid,
    keptMm3: part.solid.volumeMm3(),
    flats: flatsOf(part, boxMesh(blank)),
    slopes: false,
    whole: true,
    bounds: UNCUT,
  });
}

const block = (b: Box3) => {
  const made = partOf(kernel, boxMesh(b));
  if (!made.ok) throw new Error(made.problem);
  return made.value;
};

test('a block cut from any side down to any depth leaves what the closed formula says', () => {
  const part = block(box([0, 0, 0], [50, 40, 30]));
  const blank = box([-2, -3, -4], [55, 46, 37]);
  fc.assert(
    fc.property(fc.constantFrom(...DIRECTIONS), fc.integer({ min: 0, max: 1000 }), (up, thousandths) => {
      const axis = up[1] as 'x' | 'y' | 'z';
      // in steps far above a micrometer: a depth closer to a face than that is the face
      const depth = (thousandths / 1000) * part.box.max[axis];
      const along = depthPlane(part, up, depth);
      const { left, removedMm3 } = cutFrom({ kernel, before: material(blank, part), up, level: along });
      const size = (b: Box3, a: 'x' | 'y' | 'z') => b.max[a] - b.min[a];
      const [u, v] = (['x', 'y', 'z'] as const).filter((a) => a !== axis);
      const over = up[0] === '+' ? blank.max[axis] - part.box.max[axis] : part.box.min[axis] - blank.min[axis];
      const expected = size(blank, u) * size(blank, v) * (over + depth) - size(part.box, u) * size(part.box, v) * depth;
      return (
        Math.abs(removedMm3 - expected) < 1e-4 &&
        Math.abs(left.volumeMm3 - (size(blank, u) * size(blank, v) * size(blank, axis) - expected)) < 1e-4
      );
    }),
    { numRuns: 60 },
  );
});

test('with an overhang the result equals a voxel count within its error bound', () => {
  // a T lying on its side: the cap hides the room below it from above
  const solid = kernel.union([kernel.box(box([0, 0, 0], [10, 20, 24])), kernel.box(box([0, 0, 16], [30, 20, 24]))]);
  const part = asPart(solid);
  const blank = box([-2, -2, -2], [32, 22, 26]);
  const { left } = cutFrom({ kernel, before: material(blank, part), up: '+z', level: 0 });
  const step = 0.5;
  let count = 0;
  const inPart = (x: number, y: number, z: number) =>
    x > 0 && y > 0 && y < 20 && z > 0 && z < 24 && (x < 10 || (z > 16 && x < 30));
  for (let x = blank.min.x + step / 2; x < blank.max.x; x += step) {
    for (let y = blank.min.y + step / 2; y < blank.max.y; y += step) {
      for (let z = blank.min.z + step / 2; z < blank.max.z; z += step) {
        let hidden = false;
        for (let above = z; above < 24 && !hidden; above += step) hidden = inPart(x, y, above);
        if (z < 0 || inPart(x, y, z) || hidden) count += 1;
      }
    }
  }
  expect(left.volumeMm3).toBeCloseTo(count * step ** 3, 3);
});

test('metal under an overhang is never reached from above or below, and its place is told', () => {
  const solid = kernel.subtract(kernel.box(box([0, 0, 0], [40, 30, 30])), kernel.box(box([-1, -1, 10], [25, 31, 20])));
  const part = asPart(solid);
  let m = material(part.box, part);
  for (const up of ['+z', '-z'] as const) m = cutFrom({ kernel, before: m, up, level: depthPlane(part, up, 30) }).left;
  const { facts: unreached } = unreachedMetal(kernel, m, part);
  expect(unreached.volumeMm3).toBeCloseTo(25 * 30 * 10, 3);
  expect(unreached.pieces).toHaveLength(1);
  expect(unreached.pieces[0].sides).toEqual([]);
  // the slot runs through from front to rear and is open to the left
  expect(unreached.pieces[0].reachedFrom).toEqual(['-x', '-y', '+y']);
  // from the left it is reached
  const reached = cutFrom({ kernel, before: m, up: '-x', level: depthPlane(part, '-x', 25) }).left;
  expect(unreachedMetal(kernel, reached, part).facts).toEqual({ volumeMm3: 0, pieces: [] });
});

test('whatever the route, the finished part is never cut', () => {
  const solid = kernel.union([kernel.box(box([0, 0, 0], [30, 20, 10])), kernel.box(box([5, 5, 10], [12, 12, 25]))]);
  const part = asPart(solid);
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.constantFrom(...ALL_ORIENTATIONS),
          fc.integer({ min: 0, max: 40_000 }).map((micrometers) => micrometers / 1000),
        ),
        { minLength: 1, maxLength: 4 },
      ),
      (route) => {
        let m = material(box([-1, -1, -1], [31, 21, 26]), part);
        for (const [o, depth] of route)
          m = cutFrom({ kernel, before: m, up: o.up, level: depthPlane(part, o.up, depth) }).left;
        return kernel.subtract(solid, m.solid).volumeMm3() < 1e-6 && m.volumeMm3 >= solid.volumeMm3() - 1e-6;
      },
    ),
    { numRuns: 40 },
  );
});

test('a depth that names a face is that face exactly', () => {
  const part = asPart(
    kernel.union([kernel.box(box([0, 0, 0], [30, 20, 1 / 3])), kernel.box(box([5, 5, 1 / 3], [12, 12, 25.1]))]),
  );
  const [, step] = levelsBelowTop(part, '+z');
  expect(depthPlane(part, '+z', step.belowTop + 1e-5)).toBe(1 / 3);
});
