import { setup, vise } from '../../testing/fixtures';
import { planHeld } from '../../testing/held';
import { brokenOff } from '../../scene';
import { shownOf } from './shapes';

test('an edge that is broken off runs in a zigzag and ends where it ended; the others stay', () => {
  const square = [
    [0, 0],
    [20, 0],
    [20, 20],
    [0, 20],
  ] as const;
  const ring = brokenOff(square, [1]);
  expect(ring.slice(0, 2)).toEqual([
    [0, 0],
    [20, 0],
  ]);
  expect(ring.slice(-2)).toEqual([
    [20, 20],
    [0, 20],
  ]);
  const zigzag = ring.slice(2, -2);
  expect(zigzag).toHaveLength(4);
  // to both sides of the edge, and along it from corner to corner
  expect([Math.min(...zigzag.map((p) => p[0])), Math.max(...zigzag.map((p) => p[0]))]).toEqual([18, 22]);
  expect(zigzag.map((p) => p[1])).toEqual([...zigzag.map((p) => p[1])].sort((a, b) => a - b));
  expect(
    brokenOff(
      [
        [0, 0],
        [2, 0],
        [2, 2],
      ],
      [0],
    ),
  ).toEqual([
    [0, 0],
    [2, 0],
    [2, 2],
  ]);
});

test('a small part in a wide vise: jaws and bed are broken off near it, never on the left, from where the stop is counted', async () => {
  const { only } = await planHeld({
    device: { ...vise, jawWidth: 400, jawThickness: 80, bedThickness: 60 },
    part: { block: { x: 40, y: 30, z: 20 } },
    setup: setup({ tools: [] }),
  });
  const shown = shownOf({ ...vise, jawWidth: 400, jawThickness: 80, bedThickness: 60 }, [only.facts!], [10]);
  expect(shown).toEqual({ thickness: 26, bed: 8, width: expect.closeTo(50 + 15, 9) });
  // a part as wide as the jaws shows all of the vise
  expect(shownOf({ ...vise, jawWidth: 52, jawThickness: 16, bedThickness: 9 }, [only.facts!], [10])).toEqual({
    thickness: 16,
    bed: 9,
    width: 52,
  });
});
