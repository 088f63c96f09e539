import { rotationOf } from '../frames';
import { findFeatures } from '../part';
import { seeded } from '../random';
import { circleLoop, meshBox, polygonLoop, prism, type TriangleMesh } from '../solid';
import {
  nearestOf,
  piecesBetween,
  pushedAgainst,
  seatedOnEdge,
  touchedFrom,
  uprightRounds,
  type OnEdge,
  type Piece,
  type PinSide,
} from '.';

const AS_DRAWN = rotationOf({ up: '+z', right: '+x' });
const poly = (...points: [number, number][]): TriangleMesh => prism(polygonLoop(points), [], 20);
const all = (mesh: TriangleMesh) => piecesBetween(mesh, 1, 10);
const roundsOf = (mesh: TriangleMesh) => uprightRounds(findFeatures(mesh, meshBox(mesh)).features, AS_DRAWN);
const block = poly([0, 0], [100, 0], [100, 60], [0, 60]);

test('against a straight edge the middle is half its diameter outwards; 11/16 along, 32 across', () => {
  const left = touchedFrom(all(block), { side: 'left', along: 17.4625, radius: 16 })!;
  expect(left.center).toEqual({ x: expect.closeTo(-16, 12), y: 17.4625 });
  expect(left.outward).toEqual({ x: expect.closeTo(-1, 12), y: expect.closeTo(0, 12) });
  const rear = touchedFrom(all(block), { side: 'rear', along: 55.5625, radius: 16 })!;
  expect(rear.center).toEqual({ x: 55.5625, y: expect.closeTo(76, 12) });
  expect(touchedFrom(all(block), { side: 'left', along: 76.1, radius: 16 })).toBeNull();
  // beside the end of the side it rests on the corner
  const corner = touchedFrom(all(block), { side: 'left', along: 68, radius: 16 })!;
  expect(corner.at).toEqual({ x: expect.closeTo(0, 9), y: expect.closeTo(60, 9) });
  expect(corner.center.x).toBeCloseTo(-Math.sqrt(16 ** 2 - 8 ** 2), 9);
});

test('against a slanting edge: the flank touches, not the crest', () => {
  // from (0, 0) up to (20, 60): the edge leans by atan(20/60)
  const wedge = poly([0, 0], [100, 0], [100, 60], [20, 60]);
  const { center, outward } = touchedFrom(all(wedge), { side: 'left', along: 30, radius: 5 })!;
  const lean = Math.atan2(20, 60);
  // closed: on the line through (10, 30) the middle stands 5 / cos(lean) away along X
  expect(center.x).toBeCloseTo(10 - 5 / Math.cos(lean), 9);
  expect(outward.x).toBeCloseTo(-Math.cos(lean), 9);
  expect(outward.y).toBeCloseTo(Math.sin(lean), 9);
});

test('against rounds: the sum of the radii outside, the difference inside, whatever the facets', () => {
  const disc = prism(circleLoop({ u: 50, v: 30, radius: 30 }), [], 20);
  for (const along of [30, 41.9, 11 / 16, 55]) {
    const { center, at } = touchedFrom(all(disc), { side: 'left', along, radius: 5 }, roundsOf(disc))!;
    expect(Math.hypot(center.x - 50, center.y - 30)).toBeCloseTo(35, 9);
    expect(Math.hypot(at.x - 50, at.y - 30)).toBeCloseTo(30, 9);
    expect(center.y).toBe(along);
    // without the round it is as good as its facets
    const plain = touchedFrom(all(disc), { side: 'left', along, radius: 5 })!;
    expect(Math.abs(plain.center.x - center.x)).toBeLessThan(0.05);
  }
  // a bay: a half circle of 20 out of the left side, and a pin of 5 in it, from the left
  const bay: [number, number][] = [];
  for (let i = 0; i <= 60; i++) {
    const a = Math.PI / 2 - (Math.PI * i) / 60;
    bay.push([20 * Math.cos(a), 30 + 20 * Math.sin(a)]);
  }
  const hollow = poly([0, 0], [100, 0], [100, 60], [0, 60], ...bay);
  const round = { x: 0, y: 30, radius: 20, hollow: true };
  const { center, outward } = touchedFrom(all(hollow), { side: 'left', along: 36, radius: 5 }, [round])!;
  expect(Math.hypot(center.x, center.y - 30)).toBeCloseTo(15, 9);
  expect(center.x).toBeCloseTo(Math.sqrt(15 ** 2 - 6 ** 2), 9);
  // out of the part is towards the middle of the bay
  expect(outward.x * center.x + outward.y * (center.y - 30)).toBeLessThan(0);
});

test('a flat a tenth of a millimeter deep on a round is a flat, not a facet of the round', () => {
  const flat = 22 - 0.1;
  const half = Math.acos(flat / 22);
  // from one end of the flat, which looks to the left, round to the other
  const ring = Array.from({ length: 240 }, (_, i): [number, number] => {
    const a = Math.PI + half + ((2 * Math.PI - 2 * half) * i) / 239;
    return [22 * Math.cos(a), 22 * Math.sin(a)];
  });
  const round = { x: 0, y: 0, radius: 22, hollow: false };
  const { center } = touchedFrom(all(poly(...ring)), { side: 'left', along: 0.5, radius: 8 }, [round])!;
  expect(center.x).toBeCloseTo(-flat - 8, 9);
});

/** The slow way: out of the part step by step, then halved, until the disc is just clear of every piece. */
function slowly(pieces: readonly Piece[], side: PinSide, along: number, radius: number): number | null {
  const way = side === 'left' || side === 'front' ? 1 : -1;
  const at = (u: number) => (side === 'left' || side === 'right' ? { x: u, y: along } : { x: along, y: u });
  const clear = (u: number) => nearestOf(pieces, at(u)).mm >= radius;
  let u = -500 * way;
  const step = 0.05 * way;
  while (Math.abs(u) <= 500 && clear(u + step)) u += step;
  if (Math.abs(u) > 500) return null;
  let [low, high] = [u, u + step];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (clear(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/** A star-like ring: every side from straight to steep. */
function ragged(random: () => number): [number, number][] {
  const count = 5 + Math.floor(6 * random());
  return Array.from({ length: count }, (_, i): [number, number] => {
    const [a, far] = [(2 * Math.PI * (i + 0.8 * random())) / count, 20 + 40 * random()];
    return [far * Math.cos(a), far * Math.sin(a)];
  });
}

test('any outline, any side: as the slow search says', () => {
  const random = seeded(11);
  let met = 0;
  for (let n = 0; n < 60; n++) {
    const pieces = all(poly(...ragged(random)));
    const side = (['left', 'right', 'front', 'rear'] as const)[n % 4];
    const [along, radius] = [-40 + 80 * random(), 2 + 10 * random()];
    const fast = touchedFrom(pieces, { side, along, radius });
    const slow = slowly(pieces, side, along, radius);
    expect(fast === null).toBe(slow === null);
    if (!fast || slow === null) continue;
    met++;
    expect(fast.center[side === 'left' || side === 'right' ? 'x' : 'y']).toBeCloseTo(slow, 5);
    expect(nearestOf(pieces, fast.center).mm).toBeCloseTo(radius, 9);
  }
  expect(met).toBeGreaterThan(30);
});

const onBlock = (change: Partial<OnEdge>): OnEdge => ({
  ...{ loaded: block, finished: block, rounds: [], edge: 'loaded', radius: 16, from: 1, to: 10 },
  ...{ corner: { x: 0, y: 0 }, move: { x: 200, y: 100 } },
  pins: [
    { id: 'a', side: 'front', along: 15 },
    { id: 'b', side: 'front', along: 85 },
    { id: 'c', side: 'left', along: 30 },
  ],
  ...change,
});

test('pins of 32 set for the finished edge where 2.4 of stock stand move the part by 2.4 exactly', () => {
  const raw = poly([-2.4, -2.4], [102.4, -2.4], [102.4, 62.4], [-2.4, 62.4]);
  const { pins, pushed } = seatedOnEdge(onBlock({ loaded: raw, edge: 'finished' }));
  expect(pins[2].stands!.center).toEqual({ x: expect.closeTo(184, 9), y: 130 });
  expect(pushed).toMatchObject({ touchesAll: true, turn: expect.closeTo(0, 9) });
  expect(pushed!.move).toEqual({ x: expect.closeTo(2.4, 9), y: expect.closeTo(2.4, 9) });
  // set for the edge that is there, their middles lie 2.4 further out, and nothing is pushed
  const right = seatedOnEdge(onBlock({ loaded: raw, edge: 'loaded' }));
  expect(right.pushed).toBeNull();
  expect(right.pins[2].stands!.center.x).toBeCloseTo(184 - 2.4, 9);
  expect(right.pins.every((p) => !p.onPart)).toBe(true);
});

test('more stock under one of the two pins turns the part by what their distance makes of it', () => {
  // 3 at one end of the front, 1 at the other
  const raw = poly([0, -3], [100, -1], [100, 60], [0, 60]);
  const { pushed } = seatedOnEdge(onBlock({ loaded: raw, edge: 'finished', radius: 4 }));
  expect(pushed!.touchesAll).toBe(true);
  // laid against both the raw front lies level: it leaned by atan(2/100) the other way
  expect(pushed!.turn).toBeCloseTo(-Math.atan2(2, 100), 9);
});

test('a motion that is known comes back: outlines moved and turned, pins put where they then touch', () => {
  const random = seeded(5);
  let tried = 0;
  for (let n = 0; n < 200; n++) {
    const ring = ragged(random);
    const pieces = all(poly(...ring));
    const [turn, x, y] = [0.04 * (random() - 0.5), 2 * (random() - 0.5), 2 * (random() - 0.5)];
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const there = all(poly(...ring.map(([u, v]): [number, number] => [c * u - s * v + x, s * u + c * v + y])));
    const wanted = [
      { side: 'left' as const, along: 8 - 16 * random() },
      { side: 'front' as const, along: 20 },
      { side: 'front' as const, along: -20 },
    ];
    const pins = wanted.flatMap(({ side, along }) => {
      const touched = touchedFrom(there, { side, along, radius: 5 });
      return touched ? [{ ...touched.center, side, radius: 5, outward: touched.outward, at: touched.at }] : [];
    });
    // pins whose normals nearly meet in one place decide nothing
    const rows = pins.map(({ outward: o, at: p }) => [o.x, o.y, (p.x * o.y - p.y * o.x) / 40]);
    if (pins.length < 3 || Math.abs(determinant(rows)) < 0.3) continue;
    const pushed = pushedAgainst(pieces, pins);
    // a ragged outline may be met otherwise too; it must touch all of them then
    if (!pushed?.touchesAll || Math.abs(pushed.turn - turn) > 0.02) continue;
    tried++;
    expect(pushed.turn).toBeCloseTo(turn, 7);
    expect(pushed.move.x).toBeCloseTo(x, 6);
    expect(pushed.move.y).toBeCloseTo(y, 6);
  }
  expect(tried).toBeGreaterThan(60);
});

function determinant([a, b, c]: number[][]): number {
  return a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0]);
}

test('what lies higher than a pin is no edge for it; what leans is met where it is widest', () => {
  const step = piecesBetween(block, 25, 40);
  expect(step).toEqual([]);
  const { pins } = seatedOnEdge(onBlock({ from: 25, to: 40 }));
  expect(pins.every((p) => p.stands === null)).toBe(true);
});
