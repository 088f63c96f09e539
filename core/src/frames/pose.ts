import { add, dot, scale, vec, type Vec3 } from './vector';

/**
 * The frames of the model, each right-handed, +Z towards the spindle where it has one (ISO 841):
 * - `part`: the part model's own coordinates
 * - `seated`: part turned as it lies in the setup, axes parallel to the machine's, origin still the part's
 * - `device`: the holding device's datum (vise: fixed jaw face, bed and the jaw's left end meet)
 * - `station`: a named place on the machine's table
 * - `machine`: machine zero, where homing ends
 */
export type Frame = 'part' | 'seated' | 'device' | 'station' | 'machine';

/** Rows of a 3×3 rotation: row i gives coordinate i of the turned vector. */
export interface Rotation {
  readonly rows: readonly [Vec3, Vec3, Vec3];
}

export const NO_ROTATION: Rotation = { rows: [vec(1, 0, 0), vec(0, 1, 0), vec(0, 0, 1)] };

export function rotate(rotation: Rotation, v: Vec3): Vec3 {
  const [a, b, c] = rotation.rows;
  return vec(dot(a, v), dot(b, v), dot(c, v));
}

export function transpose({ rows: [a, b, c] }: Rotation): Rotation {
  return { rows: [vec(a.x, b.x, c.x), vec(a.y, b.y, c.y), vec(a.z, b.z, c.z)] };
}

/** `second ∘ first`: turns by `first`, then by `second`. */
export function thenRotate(first: Rotation, second: Rotation): Rotation {
  const columns = transpose(first).rows;
  const rows = second.rows.map((row) => vec(dot(row, columns[0]), dot(row, columns[1]), dot(row, columns[2])));
  return { rows: rows as unknown as Rotation['rows'] };
}

declare const joins: unique symbol;

/**
 * Maps coordinates of frame `From` to coordinates of frame `To`: `x' = R·x + t`.
 * The two frames are part of the type, so poses of the wrong frames do not compose.
 */
export interface Pose<From extends Frame, To extends Frame> {
  readonly rotation: Rotation;
  readonly translation: Vec3;
  readonly [joins]?: (from: From) => To;
}

export function pose<From extends Frame, To extends Frame>(rotation: Rotation, translation: Vec3): Pose<From, To> {
  return { rotation, translation };
}

export function apply<From extends Frame, To extends Frame>(p: Pose<From, To>, point: Vec3): Vec3 {
  return add(rotate(p.rotation, point), p.translation);
}

/** The pose that applies `ab` first and `bc` second. */
export function compose<A extends Frame, B extends Frame, C extends Frame>(ab: Pose<A, B>, bc: Pose<B, C>): Pose<A, C> {
  return pose(thenRotate(ab.rotation, bc.rotation), apply(bc, ab.translation));
}

export function invert<A extends Frame, B extends Frame>(ab: Pose<A, B>): Pose<B, A> {
  const back = transpose(ab.rotation);
  return pose(back, scale(rotate(back, ab.translation), -1));
}
