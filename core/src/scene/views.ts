import { rotationOf, thenRotate, vec, type Orientation, type Rotation, type Vec3 } from '../frames';

/** Ways to look at a setup. Rows: drawing right, drawing up, towards the eye, in seated (machine) axes. */
export const VIEWS = {
  /** from above, rear at the top */
  above: { title: 'From above', rows: [vec(1, 0, 0), vec(0, 1, 0), vec(0, 0, 1)] },
  /** from the front, where the operator stands */
  front: { title: 'From the front', rows: [vec(1, 0, 0), vec(0, 0, 1), vec(0, -1, 0)] },
  /** along the jaws from their left end: fixed jaw on the left, the operator on the right */
  leftEnd: { title: 'From the left end', rows: [vec(0, -1, 0), vec(0, 0, 1), vec(-1, 0, 0)] },
} as const satisfies Record<string, { title: string; rows: Rotation['rows'] }>;

export type ViewName = keyof typeof VIEWS;
export const VIEW_NAMES = Object.keys(VIEWS) as ViewName[];

/** A point of the setup in drawing coordinates of a view. */
export function onView(view: ViewName, p: Vec3): [number, number] {
  const [u, v] = VIEWS[view].rows;
  return [u.x * p.x + u.y * p.y + u.z * p.z, v.x * p.x + v.y * p.y + v.z * p.z];
}

/** Turns part coordinates as they lie in a setup to a view of it. */
export function viewRotation(view: ViewName, orientation: Orientation): Rotation {
  return thenRotate(rotationOf(orientation), { rows: VIEWS[view].rows });
}
