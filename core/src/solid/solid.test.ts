import fc from 'fast-check';
import { NO_ROTATION } from '../frames';
import { box } from '../testing/fixtures';
import {
  boxMesh,
  flatLevels,
  loadKernel,
  meshBox,
  meshVolume,
  openEdges,
  reachInWindow,
  weldMesh,
  type Kernel,
  type TriangleMesh,
} from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

test('coordinates keep double precision through the kernel', () => {
  const odd = box([0.1, -3.0333333333333, 1 / 3], [115.0627, 76.12345678901, 44.00001]);
  const made = kernel.fromMesh(boxMesh(odd));
  if (!made.ok) throw new Error(made.problem);
  expect(meshBox(made.value.mesh())).toEqual(odd);
  expect(made.value.box()).toEqual(odd);
});

test('a block has the volume of its sides (closed formula)', () => {
  fc.assert(
    fc.property(
      fc.tuple(...Array.from({ length: 3 }, () => fc.double({ min: 0.5, max: 500, noNaN: true }))),
      ([x, y, z]) => {
        const mesh = boxMesh(box([0, 0, 0], [x, y, z]));
        return (
          Math.abs(meshVolume(mesh) - x * y * z) < 1e-6 * x * y * z &&
          Math.abs(kernel.box(box([0, 0, 0], [x, y, z])).volumeMm3() - x * y * z) < 1e-6 * x * y * z
        );
      },
    ),
    { numRuns: 30 },
  );
});

test('an open shell is refused and the place is named', () => {
  const whole = boxMesh(box([0, 0, 0], [10, 20, 30]));
  const open: TriangleMesh = { positions: whole.positions, triangles: whole.triangles.slice(3) };
  expect(openEdges(open)).toHaveLength(3);
  expect(kernel.fromMesh(open)).toMatchObject({
    ok: false,
    problem: expect.stringMatching(/open shell: 3 open edges, the first near \(/),
  });
});

test('faces with their own copies of the corners are joined to one closed surface', () => {
  const whole = boxMesh(box([0, 0, 0], [10, 20, 30]));
  const loose: TriangleMesh = {
    positions: Float64Array.from([...whole.triangles].flatMap((i) => [...whole.positions.subarray(3 * i, 3 * i + 3)])),
    triangles: Uint32Array.from(whole.triangles, (_, i) => i),
  };
  expect(weldMesh(loose).positions).toHaveLength(24);
  expect(kernel.fromMesh(loose)).toMatchObject({ ok: true });
});

describe('reach inside a window', () => {
  // a 60 × 40 × 10 flange under a 40 × 20 × 20 block, the shape a first setup leaves
  const stepped = () =>
    kernel.union([kernel.box(box([0, 0, 0], [60, 40, 10])), kernel.box(box([10, 10, 10], [50, 30, 30]))]);

  test('sees the flange only where the window is', () => {
    const mesh = stepped().mesh();
    expect(reachInWindow(mesh, 'y', 1, { z: [0.001, 9.999] })?.level).toBe(40);
    expect(reachInWindow(mesh, 'y', 1, { z: [10.001, 30] })?.level).toBe(30);
    expect(reachInWindow(mesh, 'y', 1, { z: [31, 40] })).toBeNull();
  });

  test('measures the flat area and the extent of what touches', () => {
    const reach = reachInWindow(stepped().mesh(), 'y', 1, { z: [15, 25], x: [0, 20] });
    expect(reach?.flatAreaMm2).toBeCloseTo(10 * 10, 9);
    expect(reach?.touch.z).toEqual([15, 25]);
    expect(reach?.touch.x).toEqual([10, 20]);
  });
});

test('flat levels are found with their areas', () => {
  const mesh = kernel
    .union([kernel.box(box([0, 0, 0], [60, 40, 10])), kernel.box(box([10, 10, 10], [50, 30, 30]))])
    .mesh();
  const levels = flatLevels(mesh, '+z');
  expect(levels.map((l) => l.level)).toEqual([30, 10]);
  expect(levels[0].areaMm2).toBeCloseTo(800, 6);
  expect(levels[1].areaMm2).toBeCloseTo(2400 - 800, 6);
});

test('the shadow of a mushroom is what its cap hides, and only that', () => {
  const mushroom = kernel.union([
    kernel.box(box([20, 20, 0], [30, 30, 30])),
    kernel.box(box([0, 0, 30], [50, 50, 40])),
  ]);
  const shadow = kernel.shadow({ solid: mushroom, up: '+z', along: 5 });
  const hidden = kernel.subtract(shadow!, mushroom);
  expect(hidden.volumeMm3()).toBeCloseTo((50 * 50 - 10 * 10) * 25, 6);
  expect(kernel.shadow({ solid: kernel.box(box([0, 0, 0], [1, 1, 1])), up: '+z', along: 0 })).toBeNull();
});

test('a silhouette has the outline of the solid and a section its own', () => {
  const plate = kernel.subtract(kernel.box(box([0, 0, 0], [30, 20, 5])), kernel.box(box([10, 5, -1], [15, 10, 6])));
  const area = (rings: readonly (readonly (readonly [number, number])[])[]) =>
    rings.reduce(
      (sum, ring) =>
        sum +
        ring.reduce((s, [x, y], i) => s + x * ring[(i + 1) % ring.length][1] - y * ring[(i + 1) % ring.length][0], 0) /
          2,
      0,
    );
  expect(area(kernel.silhouette(plate, NO_ROTATION))).toBeCloseTo(600 - 25, 6);
  expect(area(kernel.section(plate, NO_ROTATION, 2))).toBeCloseTo(600 - 25, 6);
});
