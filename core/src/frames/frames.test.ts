import fc from 'fast-check';
import { Matrix } from 'ml-matrix';
import {
  ALL_ORIENTATIONS,
  apply,
  compose,
  directionOf,
  halfTurn,
  invert,
  orientationOf,
  partSideFacing,
  pose,
  quarterTurn,
  rotate,
  rotationOf,
  subtract,
  transpose,
  turned,
  vec,
  type Pose,
  type Rotation,
  type Vec3,
} from '.';

const length = fc.double({ min: -2000, max: 2000, noNaN: true });
const point = fc.tuple(length, length, length).map(([x, y, z]) => vec(x, y, z));
const orientation = fc.constantFrom(...ALL_ORIENTATIONS);
const anyPose = fc.tuple(orientation, point).map(([o, t]) => pose<'part', 'part'>(rotationOf(o), t));

const far = (a: Vec3, b: Vec3) => Math.max(...Object.values(subtract(a, b)).map(Math.abs));
const asMatrix = (r: Rotation) => new Matrix(r.rows.map((v) => [v.x, v.y, v.z]));
const asColumn = (v: Vec3) => Matrix.columnVector([v.x, v.y, v.z]);

test('a pose and its inverse bring every point back', () => {
  fc.assert(fc.property(anyPose, point, (p, x) => far(apply(invert(p), apply(p, x)), x) < 1e-9));
});

test('composing is associative and equals applying one after the other', () => {
  fc.assert(
    fc.property(anyPose, anyPose, anyPose, point, (a, b, c, x) => {
      const left = apply(compose(compose(a, b), c), x);
      const right = apply(compose(a, compose(b, c)), x);
      return far(left, right) < 1e-8 && far(left, apply(c, apply(b, apply(a, x)))) < 1e-8;
    }),
  );
});

test('poses agree with an independent matrix library (ml-matrix)', () => {
  fc.assert(
    fc.property(anyPose, anyPose, point, (a, b, x) => {
      const oracle = Matrix.add(
        asMatrix(b.rotation).mmul(Matrix.add(asMatrix(a.rotation).mmul(asColumn(x)), asColumn(a.translation))),
        asColumn(b.translation),
      ).to1DArray();
      return far(apply(compose(a, b), x), vec(oracle[0], oracle[1], oracle[2])) < 1e-9;
    }),
  );
});

test('the compiler refuses to compose poses of the wrong frames', () => {
  const seat: Pose<'part', 'device'> = pose(rotationOf(ALL_ORIENTATIONS[0]), vec(1, 2, 3));
  const station: Pose<'device', 'machine'> = pose(rotationOf(ALL_ORIENTATIONS[0]), vec(0, 0, 0));
  const good: Pose<'part', 'machine'> = compose(seat, station);
  // @ts-expect-error a device-to-machine pose does not follow a device-to-machine pose
  compose(station, station);
  expect(good.translation).toBeDefined();
});

test('there are 24 ways to lay a part, all different, all right-handed', () => {
  expect(new Set(ALL_ORIENTATIONS.map((o) => JSON.stringify(rotationOf(o)))).size).toBe(24);
  for (const o of ALL_ORIENTATIONS) {
    const r = rotationOf(o);
    expect(orientationOf(r)).toEqual(o);
    const [a, b, c] = r.rows;
    const determinant = a.x * (b.y * c.z - b.z * c.y) - a.y * (b.x * c.z - b.z * c.x) + a.z * (b.x * c.y - b.y * c.x);
    expect(determinant).toBe(1);
    expect(partSideFacing(o, '+z')).toBe(o.up);
    expect(partSideFacing(o, '+x')).toBe(o.right);
  }
});

test('flip front to back: the top goes down, the front goes to the rear, left stays left', () => {
  const flipped = turned({ up: '+z', right: '+x' }, halfTurn('x'));
  expect(flipped).toEqual({ up: '-z', right: '+x' });
  expect(partSideFacing(flipped, '+y')).toBe('-y');
  expect(partSideFacing(flipped, '-x')).toBe('-x');
});

test('a quarter turn to the left seen from above sends the right edge to the rear', () => {
  expect(directionOf(rotate(quarterTurn('z', 1), vec(1, 0, 0)))).toBe('+y');
  expect(directionOf(rotate(transpose(quarterTurn('z', 1)), vec(0, 1, 0)))).toBe('+x');
});
