import type { Outlines } from '../solid';
import { rectangle, type Role, type Shape } from './scene';
import { onView, type ViewName } from './views';

/** x, y, z of the device. */
export type Corner = readonly [number, number, number];
/** What is drawn behind the pieces of a setup, and what before them. */
export type Layer = 'behind' | 'front';

/** Box given by two corners of the setup, as a rectangle of the view. */
export function boxOn(view: ViewName, a: Corner, b: Corner): Outlines {
  const [u0, v0] = onView(view, { x: a[0], y: a[1], z: a[2] });
  const [u1, v1] = onView(view, { x: b[0], y: b[1], z: b[2] });
  return rectangle(Math.min(u0, u1), Math.min(v0, v1), Math.max(u0, u1), Math.max(v0, v1));
}

/** A box as a region of the view. */
export const region = (view: ViewName, role: Role, a: Corner, b: Corner): Shape => ({
  kind: 'region',
  role,
  outlines: boxOn(view, a, b),
});

/** A ring of straight pieces around a point. */
export const circleOf = (x: number, y: number, r: number): Outlines => [
  Array.from(
    { length: 20 },
    (_, i) => [x + r * Math.cos((i * Math.PI) / 10), y + r * Math.sin((i * Math.PI) / 10)] as const,
  ),
];
