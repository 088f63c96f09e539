import { circleLoop } from './prism';
import { withArcs } from './arcs';

const farthest = (ring: readonly (readonly [number, number])[], r: number) =>
  Math.max(
    ...ring.map((p, i) => {
      const q = ring[(i + 1) % ring.length];
      return r - Math.hypot((p[0] + q[0]) / 2, (p[1] + q[1]) / 2);
    }),
  );

test('chords of a circle become finer, on the circle', () => {
  const { points } = circleLoop({ u: 0, v: 0, radius: 30 });
  expect(farthest(points, 30)).toBeGreaterThan(0.005);
  const [fine] = withArcs([points], 0.001);
  expect(farthest(fine, 30)).toBeLessThan(0.001 + 1e-9);
  expect(Math.max(...fine.map(([x, y]) => Math.abs(Math.hypot(x, y) - 30)))).toBeLessThan(1e-9);
});

test.each([20, 1.5])(
  'what is straight stays: a square, a hexagon, and the straight sides of a slot %s long',
  (long) => {
    const square = [
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
    ] as const;
    const hexagon = Array.from(
      { length: 6 },
      (_, i) => [Math.cos((i * Math.PI) / 3), Math.sin((i * Math.PI) / 3)] as const,
    );
    expect(withArcs([square, hexagon], 0.001)).toEqual([square, hexagon]);
    const half = (at: number, from: number) =>
      Array.from({ length: 13 }, (_, i): [number, number] => [
        at + 5 * Math.cos(from + (i * Math.PI) / 12),
        5 * Math.sin(from + (i * Math.PI) / 12),
      ]);
    const [slot] = withArcs([[...half(long, -Math.PI / 2), ...half(0, Math.PI / 2)]], 0.001);
    // every new corner lies on one of the ends, none on the sides between them
    expect(slot.length).toBeGreaterThan(60);
    expect(
      slot.every(([x, y]) =>
        x >= long
          ? Math.abs(Math.hypot(x - long, y) - 5) < 1e-9
          : x <= 0
            ? Math.abs(Math.hypot(x, y) - 5) < 1e-9
            : Math.abs(Math.abs(y) - 5) < 1e-9,
      ),
    ).toBe(true);
  },
);
