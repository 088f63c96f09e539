import { rotate, thenRotate, transpose, type Rotation } from './pose';
import { AXES, cross, vec, type Axis, type Vec3 } from './vector';

/** A direction along a coordinate axis; in part coordinates it also names the side of the part that faces there. */
export type Direction = '+x' | '-x' | '+y' | '-y' | '+z' | '-z';
export const DIRECTIONS = ['-x', '+x', '-y', '+y', '-z', '+z'] as const;

/** Which part direction faces the spindle (machine +Z) and which faces machine +X: 24 cases. */
export interface Orientation {
  readonly up: Direction;
  readonly right: Direction;
}

export function axisOf(direction: Direction): Axis {
  return direction[1] as Axis;
}

export function signOf(direction: Direction): 1 | -1 {
  return direction[0] === '+' ? 1 : -1;
}

export function opposite(direction: Direction): Direction {
  return `${direction[0] === '+' ? '-' : '+'}${direction[1]}` as Direction;
}

export function unitVector(direction: Direction): Vec3 {
  const sign = signOf(direction);
  const axis = axisOf(direction);
  return vec(axis === 'x' ? sign : 0, axis === 'y' ? sign : 0, axis === 'z' ? sign : 0);
}

/** The axis direction of a vector that lies along an axis. Throws on any other vector: that is a bug. */
export function directionOf(v: Vec3): Direction {
  const axis = AXES.find((name) => Math.abs(Math.abs(v[name]) - 1) < 1e-9);
  if (!axis) throw new Error(`not along an axis: ${v.x}, ${v.y}, ${v.z}`);
  return `${v[axis] > 0 ? '+' : '-'}${axis}` as Direction;
}

/** True when `up` and `right` are perpendicular, so that the orientation exists. */
export function isOrientation({ up, right }: Orientation): boolean {
  return axisOf(up) !== axisOf(right);
}

/** Rotation from part coordinates to machine axes. Machine +Y follows from up × right (right-handed, ISO 841). */
export function rotationOf({ up, right }: Orientation): Rotation {
  const x = unitVector(right);
  const z = unitVector(up);
  return { rows: [x, cross(z, x), z] };
}

export function orientationOf(rotation: Rotation): Orientation {
  const [x, , z] = rotation.rows;
  return { up: directionOf(z), right: directionOf(x) };
}

export const ALL_ORIENTATIONS: readonly Orientation[] = DIRECTIONS.flatMap((up) =>
  DIRECTIONS.filter((right) => axisOf(right) !== axisOf(up)).map((right) => ({ up, right })),
);

/** The part side that faces a machine direction in this orientation. */
export function partSideFacing(orientation: Orientation, machine: Direction): Direction {
  return directionOf(rotate(transpose(rotationOf(orientation)), unitVector(machine)));
}

/** Some orientation with a direction up: for looking along it. */
export function lookAlong(up: Direction): Orientation {
  return { up, right: axisOf(up) === 'x' ? '+y' : '+x' };
}

/** The turn from one way of lying to another. Machine axes. */
export const turnBetween = (from: Orientation, to: Orientation): Rotation =>
  thenRotate(transpose(rotationOf(from)), rotationOf(to));

/** Turns the part as it lies by a rotation about machine axes. */
export function turned(orientation: Orientation, byMachine: Rotation): Orientation {
  return orientationOf(thenRotate(rotationOf(orientation), byMachine));
}

const quarter = (axis: Axis, sense: 1 | -1): Rotation => {
  const s = sense;
  if (axis === 'x') return { rows: [vec(1, 0, 0), vec(0, 0, -s), vec(0, s, 0)] };
  if (axis === 'y') return { rows: [vec(0, 0, s), vec(0, 1, 0), vec(-s, 0, 0)] };
  return { rows: [vec(0, -s, 0), vec(s, 0, 0), vec(0, 0, 1)] };
};

/** Rotation by 90° (sense +1 counter-clockwise seen against the axis) about a machine axis. */
export const quarterTurn = quarter;

export function halfTurn(axis: Axis): Rotation {
  return thenRotate(quarter(axis, 1), quarter(axis, 1));
}
