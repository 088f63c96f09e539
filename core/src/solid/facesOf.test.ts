import { circleLoop, isGapOfFacets, loadKernel, prism, type Kernel, type TriangleMesh } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const solid = (mesh: TriangleMesh) => {
  const made = kernel.fromMesh(mesh);
  if (!made.ok) throw new Error(made.problem);
  return made.value;
};

/** A disc of a radius whose facets begin at an angle, 20 high. */
const disc = (radius: number, turned = 0, high = 20): TriangleMesh => {
  const mesh = prism(circleLoop({ u: 0, v: 0, radius }), [], high);
  const [c, s] = [Math.cos(turned), Math.sin(turned)];
  const positions = mesh.positions.map((v, i, all) =>
    i % 3 === 0 ? c * v - s * all[i + 1] : i % 3 === 1 ? s * all[i - 1] + c * v : v,
  );
  return { ...mesh, positions };
};

/** Whether what a body has more than another is nothing but their facets. */
function isGap(body: TriangleMesh, taken: TriangleMesh) {
  const rest = kernel.subtract(solid(body), solid(taken));
  expect(rest.volumeMm3()).toBeGreaterThan(0.01);
  return isGapOfFacets(
    { mesh: rest.mesh(), volumeMm3: rest.volumeMm3() },
    [
      { mesh: body, turned: false },
      { mesh: taken, turned: true },
    ],
    0.01,
  );
}

test('one round in two sets of facets: what sticks out is their gap; what is larger or longer is not', () => {
  expect(isGap(disc(30), disc(30, 0.02))).toBe(true);
  expect(isGap(disc(30.05), disc(30))).toBe(false);
  // longer by as little as facets stay to their curve: a flat face tells it
  expect(isGap(disc(30, 0, 20.005), disc(30))).toBe(false);
  expect(isGap(disc(30, 0, 25), disc(30, 0.02))).toBe(false);
});
