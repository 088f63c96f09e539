import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { tubeInJaws, type GrippedTube } from './squeezed';

const YOUNG_GPA = 70;
/** Elements of one wall. */
const N = 8;

/**
 * The tube as a closed frame of beam elements (Hermite shapes, stretch left out by stiff bars; any book on finite
 * elements): how far the middles of the top and of the right wall go inwards, and the moments there and in a corner.
 */
function byElements(flatN: number, sideN: number, { wide, high, flatWall, sideWall, lengthMm }: GrippedTube) {
  const corners = [
    [-wide / 2, -high / 2],
    [wide / 2, -high / 2],
    [wide / 2, high / 2],
    [-wide / 2, high / 2],
  ];
  const nodes = corners.flatMap(([x, y], c) => {
    const [p, q] = corners[(c + 1) % 4];
    return Array.from({ length: N }, (_, i) => [x + ((p - x) * i) / N, y + ((q - y) * i) / N] as const);
  });
  const count = nodes.length;
  const k = Matrix.zeros(3 * count, 3 * count);
  const inertia = (t: number) => (lengthMm * t ** 3) / 12;
  nodes.forEach(([x, y], i) => {
    const j = (i + 1) % count;
    const [dx, dy] = [nodes[j][0] - x, nodes[j][1] - y];
    const l = Math.hypot(dx, dy);
    const ei = YOUNG_GPA * 1000 * inertia(Math.abs(dx) > Math.abs(dy) ? flatWall : sideWall);
    const ea = ei * 1e4;
    const [c, s] = [dx / l, dy / l];
    const [a, b, d, e] = [ea / l, (12 * ei) / l ** 3, (6 * ei) / l ** 2, ei / l];
    const local = new Matrix([
      [a, 0, 0, -a, 0, 0],
      [0, b, d, 0, -b, d],
      [0, d, 4 * e, 0, -d, 2 * e],
      [-a, 0, 0, a, 0, 0],
      [0, -b, -d, 0, b, -d],
      [0, d, 2 * e, 0, -d, 4 * e],
    ]);
    const t = new Matrix([
      [c, s, 0, 0, 0, 0],
      [-s, c, 0, 0, 0, 0],
      [0, 0, 1, 0, 0, 0],
      [0, 0, 0, c, s, 0],
      [0, 0, 0, -s, c, 0],
      [0, 0, 0, 0, 0, 1],
    ]);
    const global = t.transpose().mmul(local).mmul(t);
    const dofs = [0, 1, 2].flatMap((n) => [3 * i + n]).concat([0, 1, 2].map((n) => 3 * j + n));
    dofs.forEach((r, ri) => dofs.forEach((col, ci) => k.set(r, col, k.get(r, col) + global.get(ri, ci))));
  });
  const middle = (wall: number) => wall * N + N / 2;
  const [bottom, right, top, left] = [0, 1, 2, 3].map(middle);
  const force = Matrix.zeros(3 * count, 1);
  force.set(3 * bottom + 1, 0, flatN);
  force.set(3 * top + 1, 0, -flatN);
  force.set(3 * right, 0, -sideN);
  force.set(3 * left, 0, sideN);
  // symmetric: the middles of the bottom and top stay on their line, that of the left on its height
  const fixed = [3 * bottom, 3 * top, 3 * left + 1];
  const free = Array.from({ length: 3 * count }, (_, i) => i).filter((i) => !fixed.includes(i));
  const found = solve(k.selection(free, free), force.selection(free, [0]));
  const at = (dof: number) => (fixed.includes(dof) ? 0 : found.get(free.indexOf(dof), 0));
  return { flat: Math.abs(at(3 * bottom + 1) - at(3 * top + 1)) / 2, side: Math.abs(at(3 * right) - at(3 * left)) / 2 };
}

test('a square tube with four jaws: every wall is held fast in its corners, F·l³/(192·E·I) and F·l/8', () => {
  const tube = { wide: 37, high: 37, flatWall: 3, sideWall: 3, lengthMm: 20 };
  const { flat, side } = tubeInJaws(800, 800, tube, YOUNG_GPA);
  const inertia = (20 * 27) / 12;
  expect(flat.deflectionMm).toBeCloseTo((800 * 37 ** 3) / (192 * 70_000 * inertia), 12);
  expect(flat.stressMPa).toBeCloseTo((6 * 800 * 37) / 8 / (20 * 9), 9);
  expect(side).toEqual(flat);
});

test('any tube and any forces: as a closed frame of beam elements gives it', () => {
  const mm = (min: number, max: number) => fc.integer({ min: min * 16, max: max * 16 }).map((n) => n / 16);
  fc.assert(
    fc.property(
      fc.record({ wide: mm(10, 120), high: mm(10, 120), flatWall: mm(1, 6), sideWall: mm(1, 6), lengthMm: mm(5, 60) }),
      fc.integer({ min: 0, max: 4000 }),
      fc.integer({ min: 0, max: 4000 }),
      (tube, flatN, sideN) => {
        const { flat, side } = tubeInJaws(flatN, sideN, tube, YOUNG_GPA);
        const frame = byElements(flatN, sideN, tube);
        const most = Math.max(frame.flat, frame.side, 1e-12);
        expect(Math.abs(flat.deflectionMm - frame.flat) / most).toBeLessThan(2e-3);
        expect(Math.abs(side.deflectionMm - frame.side) / most).toBeLessThan(2e-3);
      },
    ),
    { seed: 17, numRuns: 60 },
  );
});
