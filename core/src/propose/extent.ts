/*
 * Routes proposed for a part: in go its features, the blank and the shop's vise; out come setups with their reasons.
 * Part frame, mm.
 */

import { axisOf, signOf, type Axis, type Box3, type Direction } from '../frames';

/** How far a box goes along an axis, mm. */
export const extent = (box: Box3, axis: Axis) => box.max[axis] - box.min[axis];
/** Where a box ends in a direction, mm from the origin that way. */
export const topOf = (box: Box3, d: Direction) => signOf(d) * (signOf(d) > 0 ? box.max : box.min)[axisOf(d)];
