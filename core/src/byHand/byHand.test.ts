import { Matrix, solve } from 'ml-matrix';
import fc from 'fast-check';
import { seeded } from '../random';
import { speechIn } from '../units';
import {
  axisFound,
  checkFails,
  flatnessOf,
  GAUGE_SETS,
  gaugeBlocks,
  gridOver,
  indicated,
  sineBarAngle,
  sineBarHeight,
} from '.';

const setOf = (name: string) => GAUGE_SETS.find((s) => s.name.startsWith(name))!;

test('indicator 0.05 over 120 on a part of 300: 0.125 at its end (check value of the design)', () => {
  const { angle, over } = indicated(0, 0.05, 120, 300);
  expect(over).toBeCloseTo(0.125, 12);
  expect((angle * 180) / Math.PI).toBeCloseTo(0.02387, 5);
  expect(indicated(0.02, -0.03, 120, 300).over).toBeCloseTo(-0.125, 12);
});

test('flatness: the plane of least squares against a matrix library; what lies in a plane is flat', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -0.2, max: 0.2, noNaN: true }), { minLength: 12, maxLength: 12 }),
      fc.double({ min: -0.001, max: 0.001, noNaN: true }),
      (heights, tilt) => {
        const grid = gridOver({ minX: 5, minY: -20, maxX: 155, maxY: 80 }, 4, 3);
        const readings = grid.map((p, i) => ({ ...p, mm: heights[i] + tilt * p.x }));
        const found = flatnessOf(readings)!;
        const a = new Matrix(readings.map((r) => [1, r.x, r.y]));
        const [p] = solve(a, Matrix.columnVector(readings.map((r) => r.mm)), true)
          .transpose()
          .to2DArray();
        const off = readings.map((r) => r.mm - (p[0] + p[1] * r.x + p[2] * r.y));
        expect(found.mm).toBeCloseTo(Math.max(...off) - Math.min(...off), 9);
      },
    ),
    { seed: 16 },
  );
  const plane = gridOver({ minX: 0, minY: 0, maxX: 150, maxY: 100 }, 3, 3).map((p) => ({
    ...p,
    mm: 0.3 - 0.001 * p.x + 0.002 * p.y,
  }));
  expect(flatnessOf(plane)!.mm).toBeCloseTo(0, 12);
  // one corner 0.04 up
  const [first, ...rest] = plane;
  expect(flatnessOf([{ ...first, mm: first.mm + 0.04 }, ...rest])!.mm).toBeGreaterThan(0.02);
});

test('readings on one line, or two of them, tell nothing of flatness', () => {
  expect(flatnessOf(gridOver({ minX: 0, minY: 0, maxX: 90, maxY: 0 }, 4, 1).map((p) => ({ ...p, mm: 0 })))).toBeNull();
  expect(
    flatnessOf([
      { x: 0, y: 0, mm: 0 },
      { x: 1, y: 1, mm: 0 },
    ]),
  ).toBeNull();
});

test('sets have as many pieces as they are called by, each once', () => {
  for (const set of GAUGE_SETS) {
    expect(set.steps.length).toBe(Number(/^\d+/.exec(set.name)![0]));
    expect(new Set(set.steps).size).toBe(set.steps.length);
  }
});

test('the worked example of handbooks: 41.785 of the 87 set is four blocks; 2.5005 in of the 81 set', () => {
  // 1.005 + 1.28 + 9.5 + 30, from memory of shop textbooks
  const { blocks, mm } = gaugeBlocks(41.785, setOf('87'))!;
  expect(mm).toBeCloseTo(41.785, 9);
  expect(blocks.length).toBe(4);
  expect(gaugeBlocks(25.4 * 2.5005, setOf('81'))!.blocks.map((b) => Math.round((b / 25.4) * 1e4) / 1e4)).toHaveLength(
    3,
  );
  expect(gaugeBlocks(25, setOf('112'))!.blocks).toEqual([25]);
});

test('never more blocks than an exhaustive search needs, each block once, and they make the length', () => {
  const set = setOf('47');
  const fewest = new Map<number, number>();
  for (const a of set.steps) fewest.set(a, 1);
  for (const [i, a] of set.steps.entries())
    for (const b of set.steps.slice(i + 1)) if (!fewest.has(a + b)) fewest.set(a + b, 2);
  for (const [i, a] of set.steps.entries())
    for (const [k, b] of set.steps.slice(i + 1).entries())
      for (const c of set.steps.slice(i + 1 + k + 1)) if (!fewest.has(a + b + c)) fewest.set(a + b + c, 3);
  const lengths = [...fewest.keys()].filter((_, i) => i % 37 === 0);
  expect(lengths.length).toBeGreaterThan(100);
  for (const length of lengths) {
    const { blocks } = gaugeBlocks(length * set.step, set)!;
    expect(blocks.length).toBe(fewest.get(length));
    expect(blocks.reduce((a, b) => a + b, 0)).toBeCloseTo(length * set.step, 9);
    expect(new Set(blocks).size).toBe(blocks.length);
  }
});

test('lengths no set makes: nothing, negative, too long, between two steps', () => {
  for (const mm of [0, -5, NaN, 9999, 1.00025]) expect(gaugeBlocks(mm, setOf('112'))).toBeNull();
});

test('long and ugly lengths: many blocks, in time', () => {
  const from = performance.now();
  const { blocks, mm } = gaugeBlocks(217.3935, setOf('112'))!;
  expect(blocks.reduce((a, b) => a + b, 0)).toBeCloseTo(217.3935, 9);
  expect([mm, new Set(blocks).size === blocks.length]).toEqual([expect.closeTo(217.3935, 9), true]);
  expect(gaugeBlocks(217.3935, setOf('47'))).toBeNull();
  expect(performance.now() - from).toBeLessThan(3000);
});

test('sine bar: 100 at 30° is 50 high, and back; what it cannot be set to', () => {
  expect(sineBarHeight(100, Math.PI / 6)).toBeCloseTo(50, 9);
  expect(sineBarAngle(127, 127 * Math.sin(0.3))).toBeCloseTo(0.3, 12);
  for (const [length, angle] of [
    [100, -0.1],
    [100, 1.6],
    [0, 0.1],
    [NaN, 0.1],
  ])
    expect(sineBarHeight(length, angle)).toBeNull();
  expect(sineBarAngle(100, 101)).toBeNull();
});

test('the axis from one side touched at 0° and half round: whatever the distance of the side and the tool', () => {
  const dice = seeded(12);
  for (let i = 0; i < 200; i++) {
    const [axis, away, radius] = [1000 * dice() - 500, 90 * dice(), 8 * dice()];
    // the side stands before the axis, then, turned half round, as far behind it
    const turned = new Matrix([
      [-1, 0],
      [0, -1],
    ])
      .mmul(Matrix.columnVector([-away, 0]))
      .get(0, 0);
    expect(axisFound(axis - away - radius, axis + turned + radius)).toBeCloseTo(axis, 9);
  }
  const check = { kind: 'axis' as const, at: 340, limit: 0.05 };
  const speech = speechIn('mm');
  expect(checkFails(check, { first: 310.04, halfRound: 370.05 }, speech)).toBeNull();
  expect(checkFails(check, { first: 310.1, halfRound: 370.06 }, speech)).toBe(
    'The axis is at Y +340.080, 0.080 beside where it was measured; at most 0.050 is allowed. Touch both again; if it stays so, move its station on the Shop page by Y +0.080 and issue anew: sides half round from each other would miss by 0.160 mm.',
  );
});
