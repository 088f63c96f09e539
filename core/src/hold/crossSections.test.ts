import type { Outlines } from '../solid';
import { against, connectedAreas } from './crossSections';

const rectangle = (x0: number, y0: number, x1: number, y1: number): Outlines[number] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];
const hole = (ring: Outlines[number]): Outlines[number] => [...ring].reverse();
const turned = (outlines: Outlines, degrees: number): Outlines => {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return outlines.map((ring) => ring.map(([x, y]) => [c * x - s * y, s * x + c * y]));
};

test('a rectangle far from the origin: b·h³/12', () => {
  const [only, ...others] = connectedAreas([rectangle(1000, -500, 1012, -480)]);
  expect(others).toEqual([]);
  expect(against(only, 'u')).toEqual({ inertia: expect.closeTo((20 * 12 ** 3) / 12, 3), far: expect.closeTo(6, 6) });
  expect(against(only, 'v')).toEqual({ inertia: expect.closeTo((12 * 20 ** 3) / 12, 3), far: expect.closeTo(10, 6) });
  expect(only.center).toEqual([expect.closeTo(1006, 6), expect.closeTo(-490, 6)]);
});

test('a hollow section takes its hole off; an area within the hole is an area of its own', () => {
  const areas = connectedAreas([rectangle(0, 0, 40, 40), hole(rectangle(5, 5, 35, 35)), rectangle(18, 18, 22, 22)]);
  expect(areas.map((a) => against(a, 'u').inertia)).toEqual([
    expect.closeTo((40 ** 4 - 30 ** 4) / 12, 3),
    expect.closeTo(4 ** 4 / 12, 3),
  ]);
});

// An equal angle 100 × 100 × 10 has 177 cm⁴, and 73 cm⁴ the weakest way (EN 10056-1, from memory; its corners are
// rounded)
test("an angle 100 × 100 × 10 gives most along its legs' bisector", () => {
  const angle: Outlines = [
    [
      [0, 0],
      [100, 0],
      [100, 10],
      [10, 10],
      [10, 100],
      [0, 100],
    ],
  ];
  const [one] = connectedAreas(angle);
  expect(Math.abs(one.uu / 1.77e6 - 1)).toBeLessThan(0.03);
  expect(Math.abs(against(one, 'weakest').inertia / 0.73e6 - 1)).toBeLessThan(0.03);
  // pushed along a leg it gives more than the leg's own moment says
  expect(against(one, 'u').inertia).toBeCloseTo(one.uu - one.uv ** 2 / one.vv, 3);
  for (const degrees of [17, 45, 90, 213])
    expect(against(connectedAreas(turned(angle, degrees))[0], 'weakest').inertia).toBeCloseTo(
      against(one, 'weakest').inertia,
      3,
    );
});

test('nothing gives no area', () => expect(connectedAreas([])).toEqual([]));
