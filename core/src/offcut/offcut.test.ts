import fc from 'fast-check';
import { loadKernel, type Kernel } from '../solid';
import { anglesToTry, fitIntoPiece, turnRing, type Piece, type Ring } from '.';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const rect = (x: number, y: number, w: number, h: number): Ring => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];
const NONE = { edgeMargin: 0, holeMargin: 0 };

function inside(ring: Ring, [u, v]: readonly [number, number]): boolean {
  let is = false;
  ring.forEach(([a, b], i) => {
    const [c, d] = ring[(i + 1) % ring.length];
    if (b > v !== d > v && u < ((c - a) * (v - b)) / (d - b) + a) is = !is;
  });
  return is;
}
const areaOf = (ring: Ring) =>
  Math.abs(
    ring.reduce((s, [x, y], i) => {
      const [p, q] = ring[(i + 1) % ring.length];
      return s + x * q - y * p;
    }, 0) / 2,
  );

/** Area of a ring that lies outside the piece or over a hole, by a fine grid: no geometry library. */
function overlap(ring: Ring, piece: Piece, step: number): number {
  const xs = ring.map((p) => p[0]);
  const ys = ring.map((p) => p[1]);
  let count = 0;
  for (let x = Math.min(...xs) + step / 2; x < Math.max(...xs); x += step)
    for (let y = Math.min(...ys) + step / 2; y < Math.max(...ys); y += step) {
      if (inside(ring, [x, y]) && (!inside(piece.outline, [x, y]) || piece.holes.some((h) => inside(h, [x, y]))))
        count += 1;
    }
  return count * step * step;
}

test('a block that fits lies in the lower left corner; one that fits exactly fits', () => {
  const piece = { outline: rect(0, 0, 200, 100), holes: [] };
  const fit = fitIntoPiece(kernel, { outline: rect(-40, -20, 80, 40) }, piece, NONE);
  expect(fit).toMatchObject({
    fits: true,
    placement: { degrees: 0, by: [expect.closeTo(40, 3), expect.closeTo(20, 3)] },
  });
  expect(fitIntoPiece(kernel, { outline: rect(0, 0, 200, 100) }, piece, NONE).fits).toBe(true);
  expect(fitIntoPiece(kernel, { outline: rect(0, 0, 200.01, 100) }, piece, NONE).fits).toBe(false);
});

test('what fits only turned is turned, a quarter or along a slanted edge', () => {
  expect(
    fitIntoPiece(kernel, { outline: rect(0, 0, 180, 50) }, { outline: rect(0, 0, 60, 200), holes: [] }, NONE),
  ).toMatchObject({ fits: true, placement: { degrees: 90 } });
  const slanted = { outline: turnRing(rect(0, 0, 200, 40), 33.3), holes: [] };
  const fit = fitIntoPiece(kernel, { outline: rect(0, 0, 199, 39) }, slanted, NONE);
  expect(fit.fits && Math.abs((fit.placement.degrees % 180) - 33.3)).toBeLessThan(0.01);
});

test('margins are kept at the edge and around a knot', () => {
  const piece = { outline: rect(0, 0, 200, 100), holes: [rect(95, 40, 10, 10)] };
  const fit = fitIntoPiece(kernel, { outline: rect(0, 0, 80, 80) }, piece, { edgeMargin: 8, holeMargin: 5 });
  if (!fit.fits) throw new Error('fits');
  for (const [x, y] of fit.placement.outline)
    expect(x > 8 - 1e-3 && x < 192 + 1e-3 && y > 8 - 1e-3 && y < 92 + 1e-3 && (x < 90 + 1e-3 || x > 110 - 1e-3)).toBe(
      true,
    );
  expect(fitIntoPiece(kernel, { outline: rect(0, 0, 83, 85) }, piece, { edgeMargin: 8, holeMargin: 5 }).fits).toBe(
    false,
  );
});

test('by how much it fails is said: a block 4 too wide would fit 2 smaller all round', () => {
  const fit = fitIntoPiece(
    kernel,
    { outline: rect(0, 0, 150, 104) },
    { outline: rect(0, 0, 200, 100), holes: [] },
    NONE,
  );
  expect(fit).toMatchObject({ fits: false, smallerBy: expect.closeTo(2, 1) });
});

test('a shape with a notch goes around a hole that its box would cover', () => {
  const notched: Ring = [
    [0, 0],
    [100, 0],
    [100, 60],
    [60, 60],
    [60, 30],
    [40, 30],
    [40, 60],
    [0, 60],
  ];
  expect(
    fitIntoPiece(kernel, { outline: notched }, { outline: rect(0, 0, 101, 61), holes: [rect(46, 40, 8, 15)] }, NONE)
      .fits,
  ).toBe(true);
  expect(
    fitIntoPiece(
      kernel,
      { outline: rect(0, 0, 100, 60) },
      { outline: rect(0, 0, 101, 61), holes: [rect(46, 40, 8, 15)] },
      NONE,
    ).fits,
  ).toBe(false);
});

const whole = (min: number, max: number) => fc.integer({ min, max });
const pieces = fc
  .record({
    w: whole(60, 160),
    h: whole(40, 120),
    cutW: whole(0, 60),
    cutH: whole(0, 50),
    holes: fc.array(fc.record({ x: whole(0, 140), y: whole(0, 100), s: whole(4, 20) }), { maxLength: 3 }),
  })
  .map(({ w, h, cutW, cutH, holes }): Piece => ({
    // an L where a corner is cut away
    outline:
      cutW > 0 && cutH > 0 && cutW < w - 10 && cutH < h - 10
        ? [
            [0, 0],
            [w, 0],
            [w, h - cutH],
            [w - cutW, h - cutH],
            [w - cutW, h],
            [0, h],
          ]
        : rect(0, 0, w, h),
    holes: holes.map(({ x, y, s }) => rect(x, y, s, s)),
  }));

test('a placement never overlaps an edge or a hole (independent grid)', () => {
  fc.assert(
    fc.property(pieces, whole(10, 120), whole(10, 80), (piece, a, b) => {
      const fit = fitIntoPiece(kernel, { outline: rect(0, 0, a, b) }, piece, NONE);
      if (!fit.fits) return;
      expect(areaOf(fit.placement.outline)).toBeCloseTo(a * b, 3);
      expect(overlap(fit.placement.outline, piece, 0.5)).toBeLessThan(0.5);
    }),
    { numRuns: 15 },
  );
}, 120_000);

test('whenever a brute-force grid of places and angles finds one, so does the search', () => {
  fc.assert(
    fc.property(pieces, whole(15, 120), whole(15, 80), (piece, a, b) => {
      const [maxX, maxY] = [Math.max(...piece.outline.map((p) => p[0])), Math.max(...piece.outline.map((p) => p[1]))];
      // on whole millimeters, whole cells of a millimeter are inside or outside; counted in sums from the corner
      const taken = Array.from({ length: maxX + 1 }, () => new Int32Array(maxY + 1));
      for (let x = 0; x < maxX; x++)
        for (let y = 0; y < maxY; y++) {
          const p = [x + 0.5, y + 0.5] as const;
          const free = inside(piece.outline, p) && !piece.holes.some((hole) => inside(hole, p));
          taken[x + 1][y + 1] = taken[x][y + 1] + taken[x + 1][y] - taken[x][y] + (free ? 0 : 1);
        }
      let grid = false;
      for (const [w, h] of [
        [a, b],
        [b, a],
      ]) {
        for (let x = 0; x + w <= maxX && !grid; x += 1)
          for (let y = 0; y + h <= maxY && !grid; y += 1)
            grid = taken[x + w][y + h] - taken[x][y + h] - taken[x + w][y] + taken[x][y] === 0;
      }
      const fit = fitIntoPiece(kernel, { outline: rect(0, 0, a, b) }, piece, NONE);
      return !grid || fit.fits;
    }),
    { numRuns: 15 },
  );
}, 120_000);

test('each angle is tried once, plain ones first', () => {
  const angles = anglesToTry(rect(0, 0, 10, 5), { outline: rect(0, 0, 30, 20), holes: [] });
  expect(angles.slice(0, 4)).toEqual([0, 90, 180, 270]);
  expect(angles).toHaveLength(72);
});
