/*
 * Half of a lengthwise section, drawn and turned: against closed formulas of turned bodies (Pappus and Guldin's second
 * rule, any mathematics handbook), and against the same part typed as lengths and diameters.
 */
import fc from 'fast-check';
import { meshBox, meshVolume, revolved, turnedSolid } from '@violet-jaw/core/solid';
import { profileOf, volumeOfProfile } from '@violet-jaw/core/turned';
import { readHalfProfile } from '.';

type Pair = readonly [number, string | number];
type Point = readonly [number, number, number?];
const bytesOf = (...entities: Pair[][]) =>
  new TextEncoder().encode(
    `${[[0, 'SECTION'], [2, 'ENTITIES'], ...entities.flat(), [0, 'ENDSEC'], [0, 'EOF']].flat().join('\n')}\n`,
  );
const line = ([x, y]: Point, [u, v]: Point): Pair[] => [
  [0, 'LINE'],
  [8, '0'],
  [10, x],
  [20, y],
  [11, u],
  [21, v],
];
const polyline = (points: readonly Point[], closed: boolean): Pair[] => [
  [0, 'LWPOLYLINE'],
  [8, '0'],
  [90, points.length],
  [70, closed ? 1 : 0],
  ...points.flatMap(([x, y, bulge]): Pair[] => [
    [10, x],
    [20, y],
    ...(bulge === undefined ? [] : [[42, bulge] as const]),
  ]),
];
/** A quarter circle to the left or right: tan of a quarter of 90° (DXF reference, LWPOLYLINE group 42). */
const QUARTER = Math.tan(Math.PI / 8);

function read(...entities: Pair[][]) {
  const found = readHalfProfile(bytesOf(...entities), null);
  if (!found.ok) throw new Error(found.problem);
  const mesh = revolved(found.value.half, 'x');
  const profile = profileOf(mesh, '-x', { x: 0, y: 0, z: 0 });
  if (!profile.ok) throw new Error(profile.problem);
  return { mesh, profile: profile.value };
}
const problem = (...entities: Pair[][]): string => {
  const found = readHalfProfile(bytesOf(...entities), null);
  return found.ok ? 'read' : found.problem;
};

test('a pin with a ball end and a groove: places, diameters and the round are those of the drawing', () => {
  // ball of radius 10, shank ⌀20 to 60, groove ⌀14 from 40 to 43
  const { profile, mesh } = read(
    line([-5, 0], [70, 0]),
    polyline(
      [
        [0, 0, -QUARTER],
        [10, 10],
        [40, 10],
        [40, 7],
        [43, 7],
        [43, 10],
        [60, 10],
        [60, 0],
      ],
      false,
    ),
  );
  expect(profile.length).toBeCloseTo(60, 9);
  expect(profile.outside.map((p) => [p.from, p.to, p.fromDiameter, p.toDiameter])).toEqual([
    [0, 10, 0, 20],
    [10, 40, 20, 20],
    [40, 43, 14, 14],
    [43, 60, 20, 20],
  ]);
  expect(profile.outside[0].arc!.radius).toBeCloseTo(10, 6);
  const halfBall = (2 * Math.PI * 10 ** 3) / 3;
  expect(volumeOfProfile(profile)).toBeCloseTo(halfBall + Math.PI * (10 ** 2 * 47 + 7 ** 2 * 3), 4);
  expect(meshBox(mesh).min.x).toBeCloseTo(0, 12);
});

test('a ring drawn off the axis is hollow: its volume is its area times the way of its center (Pappus)', () => {
  const { profile, mesh } = read(
    polyline(
      [
        [3, 12],
        [11, 12],
        [11, 20],
        [3, 20],
      ],
      true,
    ),
  );
  expect(profile.bores).toMatchObject([{ from: 0, to: 8, fromDiameter: 24, toDiameter: 24 }]);
  expect(volumeOfProfile(profile)).toBeCloseTo(8 * 8 * 2 * Math.PI * 16, 6);
  // chords lie inside: within their deviation
  expect(meshVolume(mesh) / (8 * 8 * 2 * Math.PI * 16)).toBeCloseTo(1, 2);
});

test('a blind bore: the outline comes from the axis at its bottom', () => {
  const { profile } = read(
    polyline(
      [
        [12, 0],
        [12, 3],
        [0, 3],
        [0, 8],
        [50, 8],
        [50, 0],
      ],
      false,
    ),
  );
  expect(profile.bores).toMatchObject([{ from: 0, to: 12, fromDiameter: 6, toDiameter: 6 }]);
  expect(profile.outside).toMatchObject([{ from: 0, to: 50, fromDiameter: 16 }]);
});

test('any lengths and diameters, drawn line by line in any order and sense: the part that is typed', () => {
  const steps = fc.array(
    fc.record({
      length: fc.integer({ min: 16, max: 640 }).map((n) => n / 64),
      from: fc.integer({ min: 32, max: 640 }).map((n) => n / 16),
      to: fc.integer({ min: 32, max: 640 }).map((n) => n / 16),
    }),
    { minLength: 1, maxLength: 7 },
  );
  fc.assert(
    fc.property(steps, fc.infiniteStream(fc.nat()), (of, random) => {
      const points: Point[] = [[0, 0]];
      let at = 0;
      for (const s of of) {
        points.push([at, s.from / 2], [(at += s.length), s.to / 2]);
      }
      points.push([at, 0]);
      const lines = points
        .slice(1)
        .flatMap((p, i) =>
          Math.hypot(p[0] - points[i][0], p[1] - points[i][1]) < 1e-9 ? [] : [[points[i], p] as const],
        )
        .map(([a, b]) => ({
          order: random.next().value as number,
          pair: (random.next().value as number) % 2 ? line(b, a) : line(a, b),
        }))
        .sort((a, b) => a.order - b.order)
        .map((l) => l.pair);
      const drawn = read(...lines, line([0, 0], [at, 0]));
      const typed = profileOf(turnedSolid(of, 'x'), '-x', { x: 0, y: 0, z: 0 });
      if (!typed.ok) throw new Error(typed.problem);
      expect(drawn.profile).toEqual(typed.value);
      expect(meshVolume(drawn.mesh)).toBeCloseTo(meshVolume(turnedSolid(of, 'x')), 6);
    }),
    { seed: 18, numRuns: 120 },
  );
});

test('a collar that hangs over a groove from its face: the face under it is found, and full in the profile', () => {
  // a head ⌀40 × 10 with a rim 4 thick that reaches 6 back over the shank ⌀12
  const { profile } = read(
    polyline(
      [
        [0, 0],
        [0, 20],
        [16, 20],
        [16, 16],
        [10, 16],
        [10, 6],
        [60, 6],
        [60, 0],
      ],
      false,
    ),
  );
  expect(profile.outside.map((p) => [p.from, p.to, p.fromDiameter])).toEqual([
    [0, 16, 40],
    [16, 60, 12],
  ]);
  expect(profile.under).toEqual([{ from: 10, to: 16 }]);
  expect(profile.bores).toEqual([]);
});

test('a rim that is round all over: its outer half is the outside, its inner half the bore (Pappus)', () => {
  const { profile } = read([
    [0, 'CIRCLE'],
    [8, '0'],
    [10, 8],
    [20, 30],
    [40, 8],
  ] as Pair[]);
  expect(profile.outside).toMatchObject([{ from: 0, to: 16, arc: { radius: 8, bulges: true } }]);
  expect(profile.bores).toMatchObject([{ from: 0, to: 16, arc: { radius: 8, bulges: false } }]);
  expect(volumeOfProfile(profile)).toBeCloseTo(Math.PI * 8 ** 2 * 2 * Math.PI * 30, 2);
});

test('a ball on a neck, more than half of it: under the ball stays what no tool from the side reaches', () => {
  // ball of radius 10 at 10, neck ⌀12 behind it: the arc goes on to where it meets the neck
  const meets = 10 + Math.sqrt(100 - 36);
  const sweep = Math.PI - Math.asin(0.6);
  const { profile } = read(
    polyline(
      [
        [0, 0, -Math.tan(sweep / 4)],
        [meets, 6],
        [40, 6],
        [40, 0],
      ],
      false,
    ),
  );
  expect(profile.outside.map((p) => [p.from, p.to])).toEqual([
    [0, expect.closeTo(18, 9)],
    [expect.closeTo(18, 9), 40],
  ]);
  // ball: π·h²·(3R − h)/3 of the cap up to 18, and the neck (any mathematics handbook)
  expect(volumeOfProfile(profile)).toBeCloseTo((Math.PI * 18 ** 2 * (30 - 18)) / 3 + Math.PI * 36 * 22, 3);
});

test('half of an ellipse on the axis: cones within its deviation, π·4/3·a·b² in all', () => {
  const ellipse: Pair[] = [
    [0, 'ELLIPSE'],
    [8, '0'],
    [10, 20],
    [20, 0],
    [11, 20],
    [21, 0],
    [40, 0.45],
    [41, 0],
    [42, Math.PI],
  ];
  const { profile } = read(ellipse);
  expect(profile.length).toBeCloseTo(40, 6);
  expect(volumeOfProfile(profile) / ((4 / 3) * Math.PI * 20 * 9 ** 2)).toBeCloseTo(1, 2);
});

describe('what is no half of a section says what and where', () => {
  test.each<[string, Pair[][], RegExp]>([
    [
      'both halves',
      [
        polyline(
          [
            [0, -5],
            [20, -5],
            [20, 5],
            [0, 5],
          ],
          true,
        ),
      ],
      /below its X axis, to \(\d+\.000, -5\.000\)/,
    ],
    ['no face', [line([0, 5], [20, 5]), line([20, 5], [20, 0])], /ends at \(0\.000, 5\.000\) in mm, off the axis/],
    [
      'two outlines',
      [
        polyline(
          [
            [0, 2],
            [5, 2],
            [5, 4],
            [0, 4],
          ],
          true,
        ),
        polyline(
          [
            [9, 2],
            [12, 2],
            [12, 4],
          ],
          true,
        ),
      ],
      /not one outline but 2/,
    ],
    ['only the center line', [line([0, 0], [20, 0])], /nothing off its X axis/],
    [
      'a crossed one',
      [
        polyline(
          [
            [0, 0],
            [0, 5],
            [20, 2],
            [20, 5],
            [0, 2],
            [-3, 0],
          ],
          false,
        ),
      ],
      /crosses itself near/,
    ],
    ['nothing', [], /holds no lines or arcs/],
  ])('%s', (_, entities, expected) => {
    expect(problem(...entities)).toMatch(expected);
  });

  test('a whole circle about the axis, and a million millimeters, are refused as of any drawing', () => {
    expect(
      problem([
        [0, 'CIRCLE'],
        [8, '0'],
        [10, 0],
        [20, 0],
        [40, 5],
      ]),
    ).toMatch(/below its X axis/);
    expect(problem(line([0, 0], [1e9, 5]))).toMatch(/up to 100000 mm are read/);
    const teeth = Array.from({ length: 1500 }, (_, i): Point => [i, 40_000 + (i % 2)]);
    expect(problem(polyline([[0, 0], ...teeth, [1499, 0]], false))).toMatch(/corners are needed.*Is its unit right/);
  });
});
