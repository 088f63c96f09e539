import { DIRECTIONS, partSideFacing, type Direction, type Orientation } from '../frames';

/** What the sides of the part are called, whichever way it lies: by the part model's own axes. */
export const PART_SIDE: Record<Direction, string> = {
  '-x': 'left face',
  '+x': 'right face',
  '-y': 'front face',
  '+y': 'rear face',
  '-z': 'bottom face',
  '+z': 'top face',
};

/** Where something is as the operator stands before the machine. */
export const PLACE_NOW: Record<Direction, string> = {
  '-x': 'at the left',
  '+x': 'at the right',
  '-y': 'in front',
  '+y': 'at the rear',
  '-z': 'underneath',
  '+z': 'on top',
};

/**
 * A face by its one name, the part's, and where it is now when that is somewhere else than the name says: "right face,
 * now at the left".
 * @param faces machine direction it looks in
 */
export function faceHere(orientation: Orientation, faces: Direction): string {
  const side = partSideFacing(orientation, faces);
  return side === faces ? PART_SIDE[side] : `${PART_SIDE[side]}, now ${PLACE_NOW[faces]}`;
}

/** Whether the part lies as it is drawn: its faces are where their names say. */
export const liesAsDrawn = (orientation: Orientation): boolean =>
  DIRECTIONS.every((d) => partSideFacing(orientation, d) === d);
