import {
  ALL_ORIENTATIONS,
  halfTurn,
  partSideFacing,
  quarterTurn,
  turned,
  type Direction,
  type Orientation,
} from '@violet-jaw/core/frames';

const EASIEST_FIRST = [
  quarterTurn('x', 1),
  quarterTurn('x', -1),
  quarterTurn('y', 1),
  quarterTurn('y', -1),
  halfTurn('x'),
  halfTurn('y'),
];

/** The orientation with a part side up that the hands reach with one move. */
export function withFaceUp(orientation: Orientation, side: Direction): Orientation {
  if (orientation.up === side) return orientation;
  return EASIEST_FIRST.map((turn) => turned(orientation, turn)).find((o) => o.up === side) ?? orientation;
}

/** The orientation with the same side up and another one on the fixed jaw. */
export function withFaceRear(orientation: Orientation, side: Direction): Orientation {
  return ALL_ORIENTATIONS.find((o) => o.up === orientation.up && partSideFacing(o, '+y') === side) ?? orientation;
}

/** Sides that can face the rear while this one is up. */
export function sidesForRear({ up }: Orientation): Direction[] {
  return ALL_ORIENTATIONS.filter((o) => o.up === up).map((o) => partSideFacing(o, '+y'));
}
