import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import { add, cross, scale, subtract, vec, type Vec3 } from '../frames';
import { Dice } from '../testing/randomJobs';
import { determinacyOf, type Motion } from './determinacy';
import { eigenOf } from './eigen';
import { centering, type LocatorHere } from './locators';

const at = (name: string, inward: Vec3, ...points: Vec3[]): LocatorHere => ({ name, inward, points });
const UP = vec(0, 0, 1);
/** block 100 × 60 × 40 from the origin: three rest buttons, two pins on the long side, one at the end */
const rest = at('rest buttons', UP, vec(10, 10, 0), vec(90, 10, 0), vec(50, 50, 0));
const sidePin = (n: number, x: number) => at(`front pin ${n}`, vec(0, 1, 0), vec(x, 0, 20));
const endPin = at('left pin', vec(1, 0, 0), vec(0, 30, 20));
const slide = (x: number, y: number, z: number): Motion => ({ kind: 'slide', along: vec(x, y, z) });

test('3-2-1: nothing is free, nothing is decided twice (check value of the model)', () => {
  const found = determinacyOf([rest, sidePin(1, 20), sidePin(2, 80), endPin]);
  expect(found).toMatchObject({ rank: 6, free: [], twice: [] });
  expect(found.takes.map((t) => t.motions)).toEqual([3, 1, 1, 1]);
});

test('one of the two pins on the long side taken away: it turns where the other two normals cross', () => {
  const { rank, free } = determinacyOf([rest, sidePin(1, 20), endPin]);
  expect(rank).toBe(5);
  expect(free).toHaveLength(1);
  const [turn] = free;
  if (turn.kind !== 'turn' || !turn.through) throw new Error('a turn about a place was expected');
  expect(turn.about).toEqual(vec(0, 0, 1));
  // the front pin pushes along X 20, the left pin along Y 30
  expect(turn.through.x).toBeCloseTo(20, 9);
  expect(turn.through.y).toBeCloseTo(30, 9);
});

test('the end pin taken away: it slides left and right', () => {
  expect(determinacyOf([rest, sidePin(1, 20), sidePin(2, 80)])).toMatchObject({ rank: 5, free: [slide(1, 0, 0)] });
});

test('a second stop at the end is named with the first; a third pin on the long side with both', () => {
  const second = at('right stop', vec(-1, 0, 0), vec(100, 30, 20));
  expect(determinacyOf([rest, sidePin(1, 20), sidePin(2, 80), endPin, second]).twice).toEqual([
    { name: 'right stop', with: ['left pin'], motion: slide(1, 0, 0) },
  ]);
  const third = sidePin(3, 50);
  expect(determinacyOf([rest, sidePin(1, 20), sidePin(2, 80), endPin, third]).twice).toEqual([
    { name: 'front pin 3', with: ['front pin 1', 'front pin 2'], motion: slide(0, 1, 0) },
  ]);
});

test('two pins on each of two sides: all four decide how the part is turned', () => {
  const left = (n: number, y: number) => at(`left pin ${n}`, vec(1, 0, 0), vec(0, y, 20));
  expect(determinacyOf([rest, sidePin(1, 20), sidePin(2, 80), left(1, 10), left(2, 50)]).twice).toEqual([
    {
      name: 'left pin 2',
      with: ['front pin 1', 'front pin 2', 'left pin 1'],
      motion: { kind: 'turn', about: UP, through: null },
    },
  ]);
});

test('fences on two sides both decide how the part is turned', () => {
  const front = at('front fence', vec(0, 1, 0), vec(5, 0, 20), vec(95, 0, 20));
  const left = at('left fence', vec(1, 0, 0), vec(0, 5, 20), vec(0, 55, 20));
  const found = determinacyOf([rest, front, left]);
  expect(found).toMatchObject({ rank: 6, free: [] });
  expect(found.twice).toEqual([
    { name: 'left fence', with: ['front fence'], motion: { kind: 'turn', about: UP, through: null } },
  ]);
});

test('a part that only lies there slides and turns; nothing at all leaves all six', () => {
  const lying = determinacyOf([rest]);
  expect(lying.free).toEqual([slide(1, 0, 0), slide(0, 1, 0), { kind: 'turn', about: UP, through: null }]);
  expect(determinacyOf([])).toMatchObject({ rank: 0, takes: [] });
  expect(determinacyOf([]).free).toHaveLength(6);
});

test('jaws that close about an axis leave only the turn about it, and the slide along it', () => {
  const jaws = [90, 210, 330].map((deg) => {
    const out = vec(Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180), 0);
    const on = (z: number) => add(add(vec(7, -3, 0), scale(out, 20)), vec(0, 0, z));
    return { inward: scale(out, -1), points: [on(2), on(28)] };
  });
  const found = determinacyOf([centering('jaws', jaws)]);
  expect(found).toMatchObject({ takes: [{ name: 'jaws', motions: 4 }], twice: [] });
  const [along, about] = found.free;
  expect(along).toEqual({ kind: 'slide', along: vec(0, 0, 1) });
  if (about.kind !== 'turn' || !about.through) throw new Error('a turn about the axis was expected');
  expect(about.through.x).toBeCloseTo(7, 6);
  expect(about.through.y).toBeCloseTo(-3, 6);
});

test('a turned block says directions that are none of the axes', () => {
  const angle = 0.3;
  const turned = ({ x, y, z }: Vec3) =>
    vec(x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle), z);
  const all = [rest, sidePin(1, 20), sidePin(2, 80)].map((l) => ({
    ...l,
    points: l.points.map(turned),
    inward: turned(l.inward),
  }));
  const { free } = determinacyOf(all);
  expect(free).toHaveLength(1);
  if (free[0].kind !== 'slide') throw new Error('a slide was expected');
  expect(free[0].along.x).toBeCloseTo(Math.cos(angle), 9);
  expect(free[0].along.y).toBeCloseTo(Math.sin(angle), 9);
});

/** The locator matrix as the literature has it, about the origin. */
const matrixOf = (locators: readonly LocatorHere[]) =>
  locators.flatMap((l) =>
    l.points.map((p) => {
      const m = cross(p, l.inward);
      return [l.inward.x, l.inward.y, l.inward.z, m.x, m.y, m.z];
    }),
  );
/** What a motion does at a point. */
const movedBy = (m: Motion, p: Vec3): Vec3 =>
  m.kind === 'slide'
    ? m.along
    : add(cross(m.about, subtract(p, m.through ?? vec(0, 0, 0))), scale(m.about, m.rises ?? 0));

test('random locators: the rank is that of an SVD (ml-matrix), and no free motion is stopped', () => {
  const dice = new Dice(1607);
  const ranks = new Map<number, number>();
  for (let round = 0; round < 600; round++) {
    const square = () => [vec(1, 0, 0), vec(0, 1, 0), vec(0, 0, 1)][Math.floor(dice.next() * 3)];
    const slanting = () => {
      const v = vec(dice.next() - 0.5, dice.next() - 0.5, dice.next() - 0.5);
      return scale(v, 1 / Math.hypot(v.x, v.y, v.z));
    };
    const locators = Array.from({ length: 1 + Math.floor(dice.next() * 6) }, (_, i) =>
      at(
        `locator ${i}`,
        dice.next() < 0.8 ? square() : slanting(),
        ...Array.from({ length: 1 + Math.floor(dice.next() * 2) }, () =>
          vec(Math.round(dice.next() * 8) * 12.7, Math.round(dice.next() * 5) * 12.7, Math.round(dice.next() * 3) * 11),
        ),
      ),
    );
    const found = determinacyOf(locators);
    const rows = matrixOf(locators);
    // moments over 50 mm, so that the numbers are alike
    const svd = new SingularValueDecomposition(new Matrix(rows.map((r) => r.map((v, k) => (k < 3 ? v : v / 50)))), {
      autoTranspose: true,
    });
    const [most] = svd.diagonal;
    const rank = svd.diagonal.filter((s) => s > 1e-7 * most).length;
    expect([round, found.rank]).toEqual([round, rank]);
    expect(found.free).toHaveLength(6 - rank);
    ranks.set(rank, (ranks.get(rank) ?? 0) + 1);
    // a turn whose axis lies anywhere slides as well; one with a place is stopped by nothing
    for (const motion of found.free)
      if (motion.kind === 'slide' || motion.through)
        for (const l of locators)
          for (const p of l.points) {
            const moved = movedBy(motion, p);
            const stopped = Math.abs(moved.x * l.inward.x + moved.y * l.inward.y + moved.z * l.inward.z);
            expect([round, stopped]).toEqual([round, expect.closeTo(0, 4)]);
          }
  }
  expect([...ranks.keys()].sort()).toEqual([1, 2, 3, 4, 5, 6]);
});

test('eigenvalues of random symmetric matrices: the product with the vectors gives them back', () => {
  const dice = new Dice(88);
  for (let round = 0; round < 100; round++) {
    const n = 2 + Math.floor(dice.next() * 5);
    const half = Array.from({ length: n }, () => Array.from({ length: n }, () => dice.next() * 2 - 1));
    const a = half.map((row, i) => row.map((v, k) => v + half[k][i]));
    const { values, vectors } = eigenOf(a);
    expect([...values]).toEqual([...values].sort((p, q) => p - q));
    vectors.forEach((v, i) => {
      a.forEach((row, r) => expect(row.reduce((sum, c, k) => sum + c * v[k], 0)).toBeCloseTo(values[i] * v[r], 9));
    });
  }
});
