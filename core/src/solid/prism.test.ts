import fc from 'fast-check';
import { vec, type Axis } from '../frames';
import {
  bar,
  boxMesh,
  chordsOf,
  circleLoop,
  loadKernel,
  meshBox,
  meshVolume,
  openEdges,
  polygonLoop,
  prism,
  repairMesh,
  weldMesh,
  type Kernel,
  type TriangleMesh,
} from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const axes = fc.constantFrom<Axis>('x', 'y', 'z');
const size = fc.integer({ min: 1, max: 500 });

describe('solids from an outline', () => {
  test('a plate with holes is closed and has the area of its outline times its height, whichever way the loops run', () => {
    fc.assert(
      fc.property(fc.boolean(), fc.boolean(), fc.integer({ min: 1, max: 40 }), (turnOuter, turnHole, height) => {
        const turned = (points: [number, number][], back: boolean) =>
          polygonLoop(back ? [...points].reverse() : points);
        const mesh = prism(
          turned(
            [
              [0, 0],
              [60, 0],
              [60, 40],
              [0, 40],
            ],
            turnOuter,
          ),
          [
            turned(
              [
                [10, 10],
                [20, 10],
                [20, 30],
                [10, 30],
              ],
              turnHole,
            ),
          ],
          height,
        );
        return openEdges(mesh).length === 0 && Math.abs(meshVolume(mesh) - (2400 - 200) * height) < 1e-6;
      }),
    );
  });

  test('a concave outline is filled only inside', () => {
    const mesh = prism(
      polygonLoop([
        [0, 0],
        [30, 0],
        [30, 10],
        [10, 10],
        [10, 30],
        [0, 30],
      ]),
      [],
      5,
    );
    expect(meshVolume(mesh)).toBeCloseTo((300 + 200) * 5, 9);
    expect(kernel.fromMesh(mesh).ok).toBe(true);
  });

  test('every wall of an outline is a face of its own, a circle is one round face', () => {
    const mesh = prism(
      polygonLoop([
        [0, 0],
        [30, 0],
        [30, 10],
        [0, 10],
      ]),
      [circleLoop({ u: 15, v: 5, radius: 3 })],
      5,
    );
    const faces = new Set(mesh.faces);
    expect(faces.size).toBe(2 + 4 + 1);
    const round = [...faces].filter((f) => mesh.faces!.some((g, t) => g === f && mesh.curved![t] === 1));
    expect(round).toHaveLength(1);
  });

  test('a circle is met at its four crests exactly and nowhere further off than wanted', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4000 }), (tenths) => {
        const r = tenths / 10;
        const { points } = circleLoop({ u: 0, v: 0, radius: r, deviation: 0.01 });
        const sagitta = r * (1 - Math.cos(Math.PI / points.length));
        return (
          points.length === chordsOf(r, 0.01) &&
          sagitta < 0.0101 &&
          [
            [r, 0],
            [0, r],
            [-r, 0],
            [0, -r],
          ].every(([x, y]) => points.some(([u, v]) => u === x && v === y))
        );
      }),
    );
  });
});

describe('bars', () => {
  test('a round bar lies along its axis from where it begins, and fills its box exactly', () => {
    fc.assert(
      fc.property(axes, size, size, (along, across, length) => {
        const { min, max } = meshBox(bar({ section: 'round', across, bore: 0, length, along }, vec(1, 2, 3)));
        const center = { x: 1, y: 2, z: 3 };
        return (['x', 'y', 'z'] as const).every((a) =>
          a === along
            ? Math.abs(min[a] - center[a]) < 1e-9 && Math.abs(max[a] - center[a] - length) < 1e-9
            : Math.abs(min[a] - center[a] + across / 2) < 1e-9 && Math.abs(max[a] - center[a] - across / 2) < 1e-9,
        );
      }),
    );
  });

  test('all three kinds are closed solids in every direction, with the volume of the formula', () => {
    fc.assert(
      fc.property(
        axes,
        fc.integer({ min: 10, max: 200 }),
        fc.integer({ min: 1, max: 100 }),
        (along, across, length) => {
          const volume = (section: 'round' | 'hexagon' | 'tube') => {
            const made = kernel.fromMesh(bar({ section, across, bore: across / 2, length, along }, vec(0, 0, 0)));
            if (!made.ok) throw new Error(made.problem);
            return made.value.volumeMm3();
          };
          const close = (found: number, exact: number) => Math.abs(found - exact) / exact < 5e-3;
          return (
            close(volume('round'), (Math.PI / 4) * across ** 2 * length) &&
            close(volume('tube'), (Math.PI / 4) * (3 / 4) * across ** 2 * length) &&
            Math.abs(volume('hexagon') - (Math.sqrt(3) / 2) * across ** 2 * length) < 1e-6 * across ** 2 * length
          );
        },
      ),
      { numRuns: 20 },
    );
  });
});

describe('mending a loose surface', () => {
  const cube = boxMesh({ min: vec(0, 0, 0), max: vec(10, 10, 10) });
  /** every facet with corners of its own, as STL has them */
  const loose = (
    mesh: TriangleMesh,
    change: (t: number) => number[] | null = (t) => [...mesh.triangles.subarray(t, t + 3)],
    shake = 0,
  ): TriangleMesh => {
    const positions: number[] = [];
    for (let t = 0; t < mesh.triangles.length; t += 3)
      change(t)?.forEach((v, k) => {
        for (let c = 0; c < 3; c++) positions.push(mesh.positions[3 * v + c] + shake * Math.sin(t + 2 * k + 5 * c));
      });
    return {
      positions: Float64Array.from(positions),
      triangles: Uint32Array.from({ length: positions.length / 3 }, (_, i) => i),
    };
  };
  const plain = (t: number) => [...cube.triangles.subarray(t, t + 3)];

  test('a clean one is left as it is', () => {
    expect(repairMesh(loose(cube))).toMatchObject({ done: [], open: [] });
  });

  test('whatever facets are turned the wrong way, the volume comes out right and positive', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 11 }), { maxLength: 12 }), (wrong) => {
        const { mesh, open } = repairMesh(loose(cube, (t) => (wrong.includes(t / 3) ? plain(t).reverse() : plain(t))));
        return open.length === 0 && Math.abs(meshVolume(mesh) - 1000) < 1e-6;
      }),
    );
  });

  test('corners that nearly meet are joined, and it is told', () => {
    const { mesh, done, open } = repairMesh(loose(cube, plain, 4e-5));
    expect(open).toEqual([]);
    expect(done.join()).toMatch(/joined corners that lay up to 0\.0001 mm apart/);
    expect(meshVolume(mesh)).toBeCloseTo(1000, 1);
  });

  test('any whole side that is missing is put back, any single corner of three sides is not guessed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5 }), (side) => {
        const { mesh, open } = repairMesh(loose(cube, (t) => (Math.floor(t / 6) === side ? null : plain(t))));
        return open.length === 0 && Math.abs(meshVolume(mesh) - 1000) < 1e-6;
      }),
    );
    const { open } = repairMesh(loose(cube, (t) => ([0, 2, 4].includes(Math.floor(t / 6)) ? null : plain(t))));
    expect(open.length).toBeGreaterThan(0);
  });

  test('two shells apart are both kept', () => {
    const far = { ...cube, positions: cube.positions.map((v, i) => (i % 3 === 0 ? v + 50 : v)) };
    const both = loose({
      positions: Float64Array.from([...cube.positions, ...far.positions]),
      triangles: Uint32Array.from([...cube.triangles, ...cube.triangles.map((v) => v + 8)]),
    });
    expect(meshVolume(repairMesh(both).mesh)).toBeCloseTo(2000, 6);
  });
});

test('a curved facet is still known for one after boolean operations, and the face it belongs to', () => {
  const made = kernel.fromMesh(bar({ section: 'tube', across: 40, bore: 20, length: 30, along: 'z' }, vec(0, 0, 0)));
  if (!made.ok) throw new Error(made.problem);
  const half = kernel.subtract(made.value, kernel.box({ min: vec(-50, 0, -1), max: vec(50, 50, 31) })).mesh();
  const radius = (v: number) => Math.hypot(half.positions[3 * v], half.positions[3 * v + 1]);
  const faces = new Map<number, number>();
  for (let t = 0; t < half.triangles.length; t += 3) {
    const onWall =
      [0, 1, 2].map((k) => radius(half.triangles[t + k])).every((r) => Math.abs(r - 20) < 1e-9) ||
      [0, 1, 2].map((k) => radius(half.triangles[t + k])).every((r) => Math.abs(r - 10) < 1e-9);
    if (half.curved![t / 3]) faces.set(half.faces![t / 3], (faces.get(half.faces![t / 3]) ?? 0) + 1);
    if (half.curved![t / 3]) expect(onWall).toBe(true);
  }
  // outer and inner wall, each one face
  expect(faces.size).toBe(2);
  expect(weldMesh(half).faces).toHaveLength(half.triangles.length / 3);
});
