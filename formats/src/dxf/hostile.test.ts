import { readDxf } from '.';

type Pair = readonly [number, string | number];
const text = (pairs: readonly Pair[]) =>
  new TextEncoder().encode(`${pairs.map(([code, value]) => `${code}\n${value}`).join('\n')}\n`);
const drawing = (...entities: Pair[][]) =>
  text([[0, 'SECTION'], [2, 'ENTITIES'], ...entities.flat(), [0, 'ENDSEC'], [0, 'EOF']]);
const polyline = (points: readonly (readonly [number, number, number?])[]): Pair[] => [
  [0, 'LWPOLYLINE'],
  [8, '0'],
  [90, points.length],
  [70, 1],
  ...points.flatMap(([x, y, bulge]): Pair[] => [
    [10, x],
    [20, y],
    ...(bulge === undefined ? [] : [[42, bulge] as const]),
  ]),
];
const circle = (x: number, y: number, r: number): Pair[] => [
  [0, 'CIRCLE'],
  [8, '0'],
  [10, x],
  [20, y],
  [40, r],
];
const square: Pair[] = polyline([
  [0, 0],
  [50, 0],
  [50, 30],
  [0, 30],
]);

/**
 * What is said of a drawing. The times hold on a machine that is busy with other things: what is meant here takes
 * minutes or does not end.
 */
function said(bytes: Uint8Array): string {
  const from = performance.now();
  const read = readDxf(bytes, null);
  const took = performance.now() - from;
  expect(took).toBeLessThan(20_000);
  return read.ok ? 'read' : read.problem;
}

describe('a drawing that asks for more than there is', () => {
  test.each([[-2.2e-16], [1e-320], [-1e-10]])('an arc as good as straight (bulge %p) is a straight line', (bulge) => {
    const read = readDxf(
      drawing(
        polyline([
          [0, 0, bulge],
          [50, 0],
          [50, 30],
          [0, 30],
        ]),
      ),
      null,
    );
    if (!read.ok) throw new Error(read.problem);
    const { points, pieces } = read.value.outlines[0].outer;
    expect([points.length, pieces.some((p) => p.curved)]).toEqual([4, false]);
    expect(points).toEqual(
      expect.arrayContaining([
        [0, 0],
        [50, 0],
        [50, 30],
        [0, 30],
      ]),
    );
  });

  test('a very flat arc keeps its height: sagitta = bulge·chord/2', () => {
    const read = readDxf(
      drawing(
        polyline([
          [0, 0, -1e-3],
          [1000, 0],
          [1000, 300],
          [0, 300],
        ]),
      ),
      null,
    );
    if (!read.ok) throw new Error(read.problem);
    const highest = Math.max(...read.value.outlines[0].outer.points.filter(([, y]) => y < 100).map(([, y]) => y));
    expect(highest).toBeCloseTo(0.5, 6);
  });

  test.each<[string, Pair[]]>([
    ['a circle of radius 1e9', circle(0, 0, 1e9)],
    [
      'an ellipse of 1e308',
      [
        [0, 'ELLIPSE'],
        [10, 0],
        [20, 0],
        [11, 1e308],
        [21, 0],
        [40, 0.5],
        [41, 0],
        [42, 6.283185307],
      ],
    ],
    [
      'a corner 1e30 away',
      polyline([
        [0, 0],
        [1e30, 0],
        [50, 30],
      ]),
    ],
    [
      'a bulge of 1e300',
      polyline([
        [0, 0, 1e300],
        [50, 0],
        [50, 30],
      ]),
    ],
    [
      'a corner that is no number',
      [
        [0, 'LINE'],
        [10, 'x'],
        [20, 0],
        [11, 5],
        [21, 5],
      ],
    ],
  ])('%s is refused with its place', (_, entity) => {
    expect(said(drawing(square, entity))).toMatch(/^The drawing .*entity 2/);
  });

  test.each([[20_000], [100_000]])('a polyline of %p points is refused, or told to be too much', (n) => {
    const points = Array.from(
      { length: n },
      (_, i) => [100 * Math.cos((2 * Math.PI * i) / n), 100 * Math.sin((2 * Math.PI * i) / n)] as const,
    );
    expect(said(drawing(polyline(points)))).toMatch(/more than 10000 (lines and arcs|points)/);
  });

  test('5,000 circles are too many; 800 holes in a sheet are read', () => {
    const holes = (n: number) =>
      Array.from({ length: n }, (_, i) => circle(5 + 10 * (i % 100), 5 + 10 * Math.floor(i / 100), 3));
    expect(said(drawing(...holes(5000)))).toMatch(/5000 closed outlines.*up to 2000/);
    expect(
      said(
        drawing(
          polyline([
            [0, 0],
            [1010, 0],
            [1010, 90],
            [0, 90],
          ]),
          ...holes(800),
        ),
      ),
    ).toBe('read');
  });

  test('many lines that do not close are told without comparing each with each', () => {
    const lines = Array.from({ length: 9000 }, (_, i): Pair[] => [
      [0, 'LINE'],
      [10, i],
      [20, 0],
      [11, i + 0.4],
      [21, 3],
    ]);
    expect(said(drawing(...lines))).toMatch(/^The outline is not closed: 18000 open ends/);
  });

  test.each<[string, Pair[]]>([
    [
      'degree 1000',
      [
        [0, 'SPLINE'],
        [71, 1000],
        [72, 8],
        [73, 4],
        ...[0, 0, 0, 0, 1, 1, 1, 1].map((k): Pair => [40, k]),
        ...[
          [0, 0],
          [1, 1],
          [2, 1],
          [3, 0],
        ].flatMap(([x, y]): Pair[] => [
          [10, x],
          [20, y],
        ]),
      ],
    ],
    [
      'too few knots',
      [
        [0, 'SPLINE'],
        [71, 3],
        [72, 2],
        [73, 4],
        ...[0, 1].map((k): Pair => [40, k]),
        ...[
          [0, 0],
          [1, 1],
          [2, 1],
          [3, 0],
        ].flatMap(([x, y]): Pair[] => [
          [10, x],
          [20, y],
        ]),
      ],
    ],
    [
      'a knot that is no number',
      [
        [0, 'SPLINE'],
        [71, 3],
        [72, 8],
        [73, 4],
        ...[0, 0, 0, 0, 'NaN', 1, 1, 1].map((k): Pair => [40, k]),
        ...[
          [0, 0],
          [1, 1],
          [2, 1],
          [3, 0],
        ].flatMap(([x, y]): Pair[] => [
          [10, x],
          [20, y],
        ]),
      ],
    ],
    [
      'knots that go back',
      [
        [0, 'SPLINE'],
        [71, 3],
        [72, 8],
        [73, 4],
        ...[0, 0, 0, 0, 1, 0.5, 1, 1].map((k): Pair => [40, k]),
        ...[
          [0, 0],
          [1, 1],
          [2, 1],
          [3, 0],
        ].flatMap(([x, y]): Pair[] => [
          [10, x],
          [20, y],
        ]),
      ],
    ],
  ])('a spline with %s is refused', (_, entity) => {
    expect(said(drawing(square, entity))).toMatch(/^The drawing holds a spline \(entity 2\)/);
  });

  test('a wild spline of 48 kB ends in time', () => {
    const n = 1200;
    const knots = [0, 0, 0, ...Array.from({ length: n - 2 }, (_, i) => i), n - 3, n - 3, n - 3];
    const control = Array.from({ length: n }, (_, i): Pair[] => [
      [10, i % 2 ? 90_000 : -90_000],
      [20, i % 3 ? 90_000 : -90_000],
    ]).flat();
    expect(
      said(
        drawing(square, [
          [0, 'SPLINE'],
          [71, 3],
          [72, knots.length],
          [73, n],
          ...knots.map((k): Pair => [40, k]),
          ...control,
        ]),
      ),
    ).not.toBe('');
  });
});

describe('a drawing with a piece missing', () => {
  const whole = drawing(square, circle(10, 10, 3));
  const lines = new TextDecoder().decode(whole).split('\n');

  test('without its end, or cut anywhere, it is told in time', () => {
    for (let cut = 0; cut < lines.length; cut++)
      expect(said(new TextEncoder().encode(lines.slice(0, cut).join('\n')))).not.toBe('');
  });

  test('with any one, two or three lines taken out it is read or told in time', () => {
    for (let at = 0; at < lines.length; at++)
      for (const n of [1, 2, 3])
        expect(said(new TextEncoder().encode([...lines.slice(0, at), ...lines.slice(at + n)].join('\n')))).not.toBe('');
  });

  test.each([
    ['a section that does not end', 'ENDSEC'],
    ['no end of file', 'EOF'],
  ])('%s is named', (_, word) => {
    const at = lines.lastIndexOf(word);
    expect(said(new TextEncoder().encode([...lines.slice(0, at - 1), ...lines.slice(at + 1)].join('\n')))).toMatch(
      /damaged or cut off/,
    );
  });
});
