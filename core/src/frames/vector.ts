/** A point or direction in some frame, millimeters where it is a length. */
export interface Vec3 {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

export type Axis = 'x' | 'y' | 'z';
export const AXES = ['x', 'y', 'z'] as const;

/** Axis-aligned box: what `min` and `max` hold in each axis. */
export interface Box3 {
  readonly min: Vec3;
  readonly max: Vec3;
}

export const ORIGIN: Vec3 = { x: 0, y: 0, z: 0 };

export const vec = (x: number, y: number, z: number): Vec3 => ({ x, y, z });
export const add = (a: Vec3, b: Vec3): Vec3 => vec(a.x + b.x, a.y + b.y, a.z + b.z);
export const subtract = (a: Vec3, b: Vec3): Vec3 => vec(a.x - b.x, a.y - b.y, a.z - b.z);
export const scale = (a: Vec3, f: number): Vec3 => vec(a.x * f, a.y * f, a.z * f);
export const dot = (a: Vec3, b: Vec3): number => a.x * b.x + a.y * b.y + a.z * b.z;
export const cross = (a: Vec3, b: Vec3): Vec3 =>
  vec(a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x);

/** A vector made axis by axis. */
export function byAxis(value: (axis: Axis) => number): Vec3 {
  return vec(value('x'), value('y'), value('z'));
}

/** The smallest box around two. */
export const boxOfBoth = (a: Box3, b: Box3): Box3 => ({
  min: vec(Math.min(a.min.x, b.min.x), Math.min(a.min.y, b.min.y), Math.min(a.min.z, b.min.z)),
  max: vec(Math.max(a.max.x, b.max.x), Math.max(a.max.y, b.max.y), Math.max(a.max.z, b.max.z)),
});

export function boxSize(box: Box3): Vec3 {
  return subtract(box.max, box.min);
}
