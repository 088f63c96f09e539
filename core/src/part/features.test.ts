import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { cross, vec, type Vec3 } from '../frames';
import { bar, circleLoop, loadKernel, meshBox, polygonLoop, prism, repairMesh, type Kernel } from '../solid';
import { speechIn } from '../units';
import {
  compareParts,
  featureNames,
  findFeatures,
  fitCylinder,
  knownFeature,
  markFaces,
  matchFeatures,
  misfit,
  type CylinderFeature,
  type Feature,
} from '.';
import { loadModelKernel } from '../../../formats/src/model/load';
import { readStep } from '../../../formats/src/model';

let kernel: Kernel;
let vane: Feature[];
beforeAll(async () => {
  kernel = await loadKernel();
  const read = readStep(await loadModelKernel(), readFileSync('demo/vane-bearing-block.step'));
  if (!read.ok) throw new Error(read.problem);
  const { mesh } = read.value[0];
  vane = [...findFeatures(mesh, meshBox(mesh)).features];
});

const speech = speechIn('mm');
const bores = (features: readonly Feature[]) => features.filter((f): f is CylinderFeature => f.kind === 'bore');

/** A plate with round holes through it. */
function plate(holes: readonly (readonly [number, number, number])[], height = 12) {
  const mesh = prism(
    polygonLoop([
      [0, 0],
      [100, 0],
      [100, 60],
      [0, 60],
    ]),
    holes.map(([u, v, r]) => circleLoop({ u, v, radius: r })),
    height,
  );
  return { mesh, ...findFeatures(mesh, meshBox(mesh)) };
}

test('the demo part: its drawing is found again (110 × 70 × 38, R6 corners, recess ⌀60 × 4, bore ⌀42, four ⌀9)', () => {
  const names = featureNames(vane, speech);
  expect([...names.values()]).toEqual([
    'bottom face',
    'top face',
    'front face',
    'rear face',
    'left face',
    'right face',
    'top side, 4 deep',
    'bore ⌀60, 4 deep',
    'bore ⌀42 through',
    'bore ⌀9 through, 1 of 4',
    'bore ⌀9 through, 2 of 4',
    'bore ⌀9 through, 3 of 4',
    'bore ⌀9 through, 4 of 4',
    'round R6 along Z, 1 of 4',
    'round R6 along Z, 2 of 4',
    'round R6 along Z, 3 of 4',
    'round R6 along Z, 4 of 4',
  ]);
  const [recess, bore, ...holes] = bores(vane);
  expect(recess).toMatchObject({ depth: expect.closeTo(4, 9), through: false, opens: '+z' });
  expect(bore).toMatchObject({ depth: expect.closeTo(34, 9), through: true, opens: null });
  for (const [found, x, y, d] of [
    [recess, 55, 35, 60],
    [bore, 55, 35, 42],
    [holes[0], 14, 12, 9],
    [holes[3], 96, 58, 9],
  ] as const) {
    expect(Math.abs(found.at.x - x)).toBeLessThan(1e-6);
    expect(Math.abs(found.at.y - y)).toBeLessThan(1e-6);
    expect(Math.abs(found.diameter - d)).toBeLessThan(1e-6);
    expect(found.axis).toEqual(vec(0, 0, 1));
  }
  // a round face is as large as its circle, not as its chords
  expect(vane[6].box).toMatchObject({
    min: { x: expect.closeTo(25, 6), y: expect.closeTo(5, 6) },
    max: { x: expect.closeTo(85, 6), y: expect.closeTo(65, 6) },
  });
  expect(bore.box.max).toMatchObject({ x: expect.closeTo(76, 6), y: expect.closeTo(56, 6) });
  expect(vane[6]).toMatchObject({ side: '+z', belowOutermost: expect.closeTo(4, 9), level: expect.closeTo(34, 9) });
});

test('radius and axis of any cylinder are found from its points to within 1e-6', () => {
  const unit = (v: Vec3) => {
    const l = Math.hypot(v.x, v.y, v.z);
    return vec(v.x / l, v.y / l, v.z / l);
  };
  const number = fc.double({ min: -1, max: 1, noNaN: true });
  fc.assert(
    fc.property(
      fc.tuple(number, number, number).filter(([x, y, z]) => Math.hypot(x, y, z) > 0.2),
      fc.double({ min: 0.5, max: 80, noNaN: true }),
      fc.double({ min: 0.6, max: 6, noNaN: true }),
      (a, radius, turn) => {
        const axis = unit(vec(...a));
        const e1 = unit(cross(axis, Math.abs(axis.x) < 0.7 ? vec(1, 0, 0) : vec(0, 1, 0)));
        const e2 = cross(axis, e1);
        const center = vec(12, -7, 30);
        const points: Vec3[] = [];
        const normals: Vec3[] = [];
        for (let i = 0; i <= 9; i++) {
          const angle = (turn * i) / 9;
          const n = vec(
            ...((['x', 'y', 'z'] as const).map((k) => Math.cos(angle) * e1[k] + Math.sin(angle) * e2[k]) as [
              number,
              number,
              number,
            ]),
          );
          normals.push(n);
          // the ends wander, as where another face trims the cylinder
          for (const h of [Math.sin(3 * i) * 4, 20 + Math.cos(5 * i) * 3])
            points.push(
              vec(
                ...((['x', 'y', 'z'] as const).map((k) => center[k] + radius * n[k] + h * axis[k]) as [
                  number,
                  number,
                  number,
                ]),
              ),
            );
        }
        const found = fitCylinder(points, normals)!;
        return (
          Math.abs(found.radius - radius) < 1e-6 &&
          misfit(points, found) < 1e-6 &&
          Math.abs(Math.abs(found.axis.x * axis.x + found.axis.y * axis.y + found.axis.z * axis.z) - 1) < 1e-9
        );
      },
    ),
    { numRuns: 60 },
  );
});

test('a boss is no bore, a blind bore knows where it opens, one through into a larger one is through', () => {
  const boss = bar({ section: 'round', across: 20, bore: 0, length: 30, along: 'x' }, vec(0, 0, 0));
  expect(findFeatures(boss, meshBox(boss)).features.filter((f) => f.kind !== 'plane')).toMatchObject([
    { kind: 'boss', diameter: expect.closeTo(20, 9), axis: vec(1, 0, 0), depth: expect.closeTo(30, 9) },
  ]);
  const tube = bar({ section: 'tube', across: 40, bore: 25, length: 30, along: 'y' }, vec(0, 0, 0));
  expect(bores(findFeatures(tube, meshBox(tube)).features)).toMatchObject([
    { diameter: expect.closeTo(25, 9), through: true },
  ]);
});

test('the demo part as bare facets, as an STL file has them: the same bores', () => {
  const { mesh } = plate([
    [30, 30, 10],
    [70, 30, 4],
  ]);
  const marked = markFaces({ positions: mesh.positions, triangles: mesh.triangles });
  const { features, counts } = findFeatures(marked, meshBox(marked));
  expect(bores(features).map((b) => [b.diameter, b.at.x, b.through])).toEqual([
    [expect.closeTo(20, 6), expect.closeTo(30, 6), true],
    [expect.closeTo(8, 6), expect.closeTo(70, 6), true],
  ]);
  expect(counts).toEqual({ planes: 6, cylinders: 2, others: 0 });
});

test('a free form as bare facets is one free face, not thousands of flat ones; the flat face it stands on is kept', () => {
  // half a ball: rings of facets over a flat circle
  const [rings, round, r] = [10, 40, 20];
  const at = (i: number, j: number): [number, number, number] => {
    const [lift, turn] = [(i / rings) * (Math.PI / 2), (j / round) * 2 * Math.PI];
    return [r * Math.cos(lift) * Math.cos(turn), r * Math.cos(lift) * Math.sin(turn), r * Math.sin(lift)];
  };
  const corners: number[] = [];
  for (let i = 0; i < rings; i++)
    for (let j = 0; j < round; j++) {
      corners.push(...at(i, j), ...at(i, j + 1), ...at(i + 1, j + 1));
      if (i < rings - 1) corners.push(...at(i, j), ...at(i + 1, j + 1), ...at(i + 1, j));
    }
  for (let j = 0; j < round; j++) corners.push(...at(0, j + 1), ...at(0, j), 0, 0, 0);
  const { mesh, open } = repairMesh({
    positions: Float64Array.from(corners),
    triangles: Uint32Array.from({ length: corners.length / 3 }, (_, i) => i),
  });
  expect(open).toEqual([]);
  const { features, counts } = findFeatures(markFaces(mesh), meshBox(mesh));
  expect(counts).toEqual({ planes: 1, cylinders: 0, others: 1 });
  expect(features).toMatchObject([{ kind: 'plane', side: '-z' }]);
});

test('ids depend on the shape only: facets in another order give the same ones', () => {
  const { mesh, features } = plate([
    [30, 30, 10],
    [70, 30, 4],
  ]);
  const count = mesh.triangles.length / 3;
  const order = Array.from({ length: count }, (_, i) => (i * 7 + 3) % count);
  expect(new Set(order).size).toBe(count);
  const shuffled = {
    ...mesh,
    triangles: Uint32Array.from(order.flatMap((t) => [...mesh.triangles.subarray(3 * t, 3 * t + 3)])),
    curved: Uint8Array.from(order, (t) => mesh.curved![t]),
    faces: Uint32Array.from(order, (t) => mesh.faces![t]),
  };
  expect(findFeatures(shuffled, meshBox(shuffled)).features.map((f) => f.id)).toEqual(features.map((f) => f.id));
});

describe('a newer revision of the part', () => {
  const before = plate([
    [30, 30, 10],
    [70, 30, 4],
  ]);
  const known = (features: readonly Feature[]) => bores(features).map((f) => knownFeature(f, 'bore'));

  test('what lies where it lay is the same', () => {
    const after = plate([
      [30, 30, 10],
      [70, 30, 4],
      [50, 50, 3],
    ]);
    expect(
      [...matchFeatures(known(before.features), after.features, meshBox(after.mesh)).values()].map((m) => m.state),
    ).toEqual(['same', 'same']);
    expect(compareParts(before.features, after.features, meshBox(after.mesh))).toMatchObject({
      gone: [],
      added: [{ diameter: expect.closeTo(6, 6) }],
    });
  });

  test('a bore that moved and grew is found, with how much', () => {
    const after = plate([
      [32, 30, 10.5],
      [70, 30, 4],
    ]);
    const [big, small] = [...matchFeatures(known(before.features), after.features, meshBox(after.mesh)).values()];
    expect(big).toMatchObject({ state: 'changed', moved: { x: expect.closeTo(2, 6) }, grown: expect.closeTo(1, 6) });
    expect(small.state).toBe('same');
  });

  test('one that is not there any more is gone, not swapped for its neighbor', () => {
    const after = plate([[30, 30, 10]]);
    const matches = matchFeatures(known(before.features), after.features, meshBox(after.mesh));
    expect([...matches.values()].map((m) => m.state)).toEqual(['same', 'gone']);
  });

  test('a thicker plate: the top face moved up, the sides stayed', () => {
    const after = plate(
      [
        [30, 30, 10],
        [70, 30, 4],
      ],
      14,
    );
    const report = compareParts(before.features, after.features, meshBox(after.mesh));
    expect(report.gone).toEqual([]);
    const top = report.changed.find((c) => c.was.kind === 'plane');
    expect(top).toMatchObject({ was: { side: '+z' }, match: { moved: { z: expect.closeTo(2, 9) } } });
  });
});

test("a planner's own name stands in for the found one", () => {
  const { features } = plate([[30, 30, 10]]);
  const [bore] = bores(features);
  expect(featureNames(features, speech, [{ id: bore.id, name: 'spigot seat' }]).get(bore.id)).toBe('spigot seat');
  expect(kernel).toBeDefined();
});
