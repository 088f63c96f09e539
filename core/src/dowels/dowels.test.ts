import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import { ALL_ORIENTATIONS, AXES, axisOf, rotate, rotationOf, subtract } from '../frames';
import { seeded } from '../random';
import {
  holeLimits,
  holesOf,
  laid,
  layingsOf,
  pinLimits,
  playOf,
  seatedOnDowels,
  seatedSpots,
  tiltOf,
  widestLand,
  type Round,
  type Spot,
} from '.';

describe('fits of ISO 286-1', () => {
  test.each([
    [10, 'H7', 'm6', -15, 9],
    [6, 'H7', 'm6', -12, 8],
    [12, 'H7', 'h8', 0, 45],
  ] as const)('%d %s/%s has a play of %d to %d micrometers', (diameter, hole, pin, least, most) => {
    const play = playOf({ diameter, hole, pin })!;
    expect(play.least * 1000).toBeCloseTo(least, 9);
    expect(play.most * 1000).toBeCloseTo(most, 9);
  });
  test('further values of ISO 286-2 (from memory)', () => {
    expect(holeLimits(20, 'H8')).toEqual({ low: 0, high: 0.033 });
    expect(holeLimits(8, 'F8')).toEqual({ low: 0.013, high: 0.035 });
    expect(holeLimits(25, 'G7')).toEqual({ low: 0.007, high: 0.028 });
    expect(pinLimits(16, 'g6')).toEqual({ low: -0.017, high: -0.006 });
    expect(pinLimits(40, 'm6')).toEqual({ low: 0.009, high: 0.025 });
  });
  test('over 50 it is not in the table', () => {
    expect(playOf({ diameter: 50, hole: 'H7', pin: 'h6' })).not.toBeNull();
    expect(playOf({ diameter: 50.5, hole: 'H7', pin: 'h6' })).toBeNull();
  });
});

test('two round dowels 120 apart with a play of 0.02 each let a part turn by 0.573 arc minutes', () => {
  expect(((tiltOf(0.02, 0.02, 120)! * 180) / Math.PI) * 60).toBeCloseTo(1.146 / 2, 3);
  expect(tiltOf(0.02, 0.02, 0)).toBeNull();
  // what is pressed in does not let it turn the other way
  expect(tiltOf(-0.01, 0.02, 100)).toBeCloseTo(0.0001, 12);
});

test('the corner of a land of the widest kind lies on the wall of the hole', () => {
  const play = { least: 0.013, most: 0.035 };
  for (const wrong of [0.02, 0.05, 0.11]) {
    const land = widestLand(8, { round: play, relieved: play, wrong })!;
    const s = wrong - play.least / 2;
    // the dowel stands off by s along the land: its corner, on the circle of the dowel
    const corner = Math.hypot(land / 2 + s, Math.sqrt(4 ** 2 - (land / 2) ** 2));
    if (land > 0) expect(corner).toBeCloseTo(4 + play.least / 2, 9);
  }
  expect(widestLand(8, { round: play, relieved: play, wrong: 0.012 })).toBeNull();
});

const dowel = (x: number, y: number, diameter = 8): Round => ({ x, y, diameter });

/** What a laying does, in words of a hand. */
const told = (l: { over: boolean; turn: number }) => `${l.over ? 'over ' : ''}${Math.round((l.turn * 180) / Math.PI)}`;

describe('ways a blank goes onto dowels', () => {
  test('two equal dowels let it be turned half round, and turned over along and across', () => {
    const two = [dowel(0, 0), dowel(100, 0)];
    expect(layingsOf(two, two, 0.02).map(told).sort()).toEqual(['0', '180', 'over 0', 'over 180']);
  });
  test('moving one of two equal dowels does not help', () => {
    const two = [dowel(3, 7), dowel(100, 21.5)];
    expect(layingsOf(two, two, 0.02)).toHaveLength(4);
  });
  test('two diameters forbid all but turning it over about the line of the dowels', () => {
    const two = [dowel(0, 0), dowel(100, 0, 10)];
    expect(layingsOf(two, two, 0.02).map(told)).toEqual(['0', 'over 0']);
  });
  test('a third off the line at unlike distances leaves one way', () => {
    const three = [dowel(0, 0), dowel(100, 0), dowel(30, 40)];
    expect(layingsOf(three, three, 0.02).map(told)).toEqual(['0']);
  });
  test('a square of four goes on in eight ways', () => {
    const four = [dowel(0, 0), dowel(80, 0), dowel(80, 80), dowel(0, 80)];
    expect(layingsOf(four, four, 0.02)).toHaveLength(8);
  });
  test('two dowels in a row of three holes can be slid by one', () => {
    const holes = [dowel(0, 0), dowel(50, 0), dowel(100, 0)];
    const found = layingsOf([dowel(0, 0), dowel(50, 0)], holes, 0.02);
    expect(found.filter((l) => !l.over && Math.abs(l.turn) < 0.01).map((l) => Math.round(l.move.x))).toEqual([0, -50]);
  });
  test('one dowel alone decides no way', () => expect(layingsOf([dowel(0, 0)], [dowel(0, 0)], 1)).toEqual([]));
});

/** All lists of so many different places out of n. */
const lists = (n: number, count: number): number[][] =>
  count === 0
    ? [[]]
    : lists(n, count - 1).flatMap((l) => [...Array(n).keys()].filter((i) => !l.includes(i)).map((i) => [...l, i]));

/** Every hole for every dowel, over or not: the best turn by singular values, and how far the worst is off. */
function slowly(dowels: readonly Round[], holes: readonly Round[]) {
  const mean = (ps: readonly Spot[], of: 'x' | 'y') => ps.reduce((s, p) => s + p[of], 0) / ps.length;
  return [false, true].flatMap((over) =>
    lists(holes.length, dowels.length)
      .filter((match) => match.every((h, d) => dowels[d].diameter <= holes[h].diameter + 0.05))
      .map((match) => {
        const from = match.map((h) => ({ x: holes[h].x, y: over ? -holes[h].y : holes[h].y }));
        const [fx, fy, tx, ty] = [mean(from, 'x'), mean(from, 'y'), mean(dowels, 'x'), mean(dowels, 'y')];
        const F = new Matrix(from.map((p) => [p.x - fx, p.y - fy]));
        const T = new Matrix(dowels.map((p) => [p.x - tx, p.y - ty]));
        const svd = new SingularValueDecomposition(F.transpose().mmul(T));
        const [U, V] = [svd.leftSingularVectors, svd.rightSingularVectors];
        const sign = Math.sign(
          (V.get(0, 0) * V.get(1, 1) - V.get(0, 1) * V.get(1, 0)) *
            (U.get(0, 0) * U.get(1, 1) - U.get(0, 1) * U.get(1, 0)),
        );
        const R = V.mmul(Matrix.diag([1, sign])).mmul(U.transpose());
        const off = from.map((p, i) => {
          const q = R.mmul(Matrix.columnVector([p.x - fx, p.y - fy]));
          return Math.hypot(q.get(0, 0) + tx - dowels[i].x, q.get(1, 0) + ty - dowels[i].y);
        });
        return { over, match, turn: Math.atan2(R.get(1, 0), R.get(0, 0)), off: Math.max(...off) };
      }),
  );
}

test('a thousand random patterns of two to four: what is found is all there is', () => {
  const random = seeded(5);
  const some = (n: number) => Math.floor(random() * n);
  let [wrong, looked] = [0, 0];
  for (let k = 0; looked < 1000; k++) {
    const n = 2 + some(3);
    // half of them on a coarse grid, where many ways go on
    const at = () => (k % 2 ? 25 * some(5) : 120 * random());
    const holes = Array.from({ length: n }, () => dowel(at(), at(), [8, 8, 10][some(3)]));
    const apart = holes.every((h, i) => holes.every((o, j) => i <= j || Math.hypot(h.x - o.x, h.y - o.y) > 9));
    if (!apart) continue;
    looked++;
    const [turn, over] = [2 * Math.PI * random(), random() < 0.5];
    const by = { over, turn, move: { x: 100 * random(), y: 100 * random() } };
    const dowels = holes.map((h) => ({ ...laid(by, h), diameter: h.diameter }));
    const play = 0.02;
    const found = layingsOf(dowels, holes, play);
    for (const l of found)
      dowels.forEach((d, i) => {
        const p = laid(l, holes[l.holes[i]]);
        const loose = holes[l.holes[i]].diameter - d.diameter;
        expect(Math.hypot(p.x - d.x, p.y - d.y)).toBeLessThanOrEqual(play + loose + 1e-6);
      });
    expect(found.some((l) => l.over === over && l.holes.every((h, i) => h === i))).toBe(true);
    const loosest = (m: number[]) => Math.min(...m.map((h, i) => holes[h].diameter - dowels[i].diameter));
    for (const s of slowly(dowels, holes).filter((w) => w.off <= (play + Math.max(0, loosest(w.match))) / 2)) {
      wrong++;
      const same = found.filter(
        (l) => l.over === s.over && Math.abs(Math.atan2(Math.sin(l.turn - s.turn), Math.cos(l.turn - s.turn))) < 1e-2,
      );
      expect(same.length).toBeGreaterThan(0);
    }
    // two equal ones always go on turned half round
    if (n === 2 && holes[0].diameter === holes[1].diameter) expect(found).toHaveLength(4);
  }
  expect(wrong).toBeGreaterThan(1500);
});

test('however both setups lie, the pose that is found brings every hole onto its dowel', () => {
  const random = seeded(11);
  let seen = 0;
  for (const along of AXES)
    for (const first of ALL_ORIENTATIONS.filter((o) => axisOf(o.up) === along))
      for (const second of ALL_ORIENTATIONS.filter((o) => axisOf(o.up) === along)) {
        const of = (id: string, u: number, v: number, diameter: number) => ({
          ...{ id, bore: null, bush: null, u, v, diameter, pin: 'h8' as const, hole: 'F7' as const },
          ...{ relieved: false, land: null },
        });
        const [u, v] = [100 * random(), 100 * random()];
        // a line along each of the two axes across: turned over about it, or not at all, it comes back onto itself
        for (const [du, dv] of [
          [60, 0],
          [0, 60],
        ]) {
          const holes = holesOf({ along, holes: [of('a', u, v, 8), of('b', u + du, v + dv, 10)] });
          const move = { x: 50 * random(), y: 50 * random() };
          const stands = seatedSpots(holes, first).map((s) => ({ x: s.x + move.x, y: s.y + move.y }));
          const here = { holes, stands, drilledAt: 0, op: 10, plusMinus: 0, anew: false, problem: null };
          const put = seatedOnDowels({ here, orientation: second, own: { x: 0, y: 0 }, points: [], block: null })!;
          const before = subtract(rotate(rotationOf(first), holes[1].at), rotate(rotationOf(first), holes[0].at));
          const after = subtract(rotate(rotationOf(second), holes[1].at), rotate(rotationOf(second), holes[0].at));
          // independent: two dowels of two diameters go back on without turning if the line still runs the same way
          const stays = Math.hypot(after.x - before.x, after.y - before.y) < 1e-9;
          expect(put.seated.linesUp).toBe(stays);
          if (!stays) continue;
          seen++;
          for (const [i, s] of seatedSpots(holes, second).entries()) {
            expect(s.x + put.move.x).toBeCloseTo(stands[i].x, 9);
            expect(s.y + put.move.y).toBeCloseTo(stands[i].y, 9);
          }
          expect(put.seated.wrong).toEqual([]);
          expect(put.seated.otherSide).toBe(true);
        }
      }
  expect(seen).toBeGreaterThan(90);
});

test('of a pair that the turn mirrors the dowel stays what it is, with the hole that comes onto it', () => {
  const of = (id: string, v: number, is: Partial<Parameters<typeof holesOf>[0]['holes'][number]>) => ({
    ...{
      id,
      bore: null,
      bush: null,
      u: 0,
      v,
      diameter: 8,
      pin: 'h8' as const,
      hole: 'H7' as const,
      relieved: false,
      land: null,
    },
    ...is,
  });
  const holes = holesOf({ along: 'z', holes: [of('a', 0, { hole: 'F7' }), of('b', 60, { relieved: true, land: 2 })] });
  const [first, orientation] = [{ up: '+z', right: '+x' } as const, { up: '-z', right: '+x' } as const];
  const stands = seatedSpots(holes, first);
  const here = { holes, stands, drilledAt: 0, op: 10, plusMinus: 0, anew: false, problem: null };
  const put = seatedOnDowels({ here, orientation, own: { x: 0, y: 0 }, points: [], block: null })!;
  expect(put.seated.dowels.map((d) => [d.hole, d.relieved, d.play.least])).toEqual([
    [1, false, 0],
    [0, true, 0.013],
  ]);
});
