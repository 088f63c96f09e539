import { lying } from '../testing/onFlat';
import { planHeld, plate } from '../testing/held';
import { rectangle, type Shape } from '../scene';
import { locatorShapes } from './locatorShapes';

const pins = (front: number[]) =>
  planHeld({
    device: plate,
    hold: lying({
      x: { by: 'pins', side: 'left', at: 100, pins: [120] },
      y: { by: 'pins', side: 'front', at: 90, pins: front },
      pinHeight: 12,
    }),
  });
/** seated coordinates of the plate 100 × 60 that is held */
const outline = rectangle(0, 0, 100, 60);
const tips = (shapes: readonly Shape[]) =>
  shapes.flatMap((s) => (s.kind === 'line' && s.points.length === 2 ? [s.points[1].map(Math.round)] : []));
const ghosts = (shapes: readonly Shape[]) =>
  shapes.flatMap((s) => (s.kind === 'region' && s.role === 'ghost' ? [s.outlines] : []));

test('an arrow ends where each pin meets the part; from above the rest is not seen, nothing is left free', async () => {
  const { only } = await pins([120, 180]);
  const above = locatorShapes('above', only.facts!, outline);
  expect(tips(above)).toEqual([
    [120, 90],
    [180, 90],
    [100, 120],
  ]);
  expect(ghosts(above)).toEqual([]);
  // from the front: the rest, in three places, and the pin at the left
  expect(tips(locatorShapes('front', only.facts!, outline))).toHaveLength(4);
});

test('what can still turn is shown turned about where the normals of the pins cross', async () => {
  const { only } = await pins([150]);
  const [turned, ...more] = ghosts(locatorShapes('above', only.facts!, outline));
  expect(more).toEqual([]);
  const [by] = [only.facts!.seat.pose.translation];
  const off = (p: readonly number[]) => Math.hypot(p[0] - 150, p[1] - 120);
  turned[0].forEach(([u, v], i) => {
    const [x, y] = [outline[0][i][0] + by.x, outline[0][i][1] + by.y];
    expect(off([u, v])).toBeCloseTo(off([x, y]), 9);
    expect(Math.hypot(u - x, v - y)).toBeGreaterThan(1);
  });
  // a third and two thirds of the way are shown before it
  const shapes = locatorShapes('above', only.facts!, outline);
  const corner = (role: string) =>
    shapes.flatMap((s) => (s.kind === 'region' && s.role === role ? [s.outlines[0][0]] : []));
  const bearing = ([u, v]: readonly number[]) => Math.atan2(v - 120, u - 150);
  const start = bearing([outline[0][0][0] + by.x, outline[0][0][1] + by.y]);
  const [near, half, there] = ['ghost-near', 'ghost-half', 'ghost'].map((r) => bearing(corner(r)[0]) - start);
  expect([near / there, half / there]).toEqual([expect.closeTo(1 / 3, 9), expect.closeTo(2 / 3, 9)]);
  // a turn about an upright axis is not seen from the side
  expect(ghosts(locatorShapes('front', only.facts!, outline))).toEqual([]);
});
