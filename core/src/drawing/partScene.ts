import { type Box3, type Direction } from '../frames';
import type { Speech } from '../units';
import { onView, VIEWS, type Seen, type ViewName } from './outlines';
import type { Dimension, Scene } from './scene';
import type { Outlines } from '../solid';

/** The finished part inside its blank, part coordinates, with overall sizes and the allowance on the sides seen. */
export function partScene(view: ViewName, part: Seen, blank: Outlines, partBox: Box3, blankBox: Box3, speech: Speech): Scene {
  const [u0, v0] = corner(view, partBox, -1);
  const [u1, v1] = corner(view, partBox, 1);
  const [bu0, bv0] = corner(view, blankBox, -1);
  const [bu1, bv1] = corner(view, blankBox, 1);
  const across = (name: string, from: number, to: number, side: 'top' | 'bottom', reach: number): Dimension =>
    ({ kind: 'dimension', measures: name, along: 'horizontal', from, to, reach, side, name, value: speech.size(Math.abs(to - from)) });
  const up = (name: string, from: number, to: number, side: 'left' | 'right', reach: number): Dimension =>
    ({ kind: 'dimension', measures: name, along: 'vertical', from, to, reach, side, name, value: speech.size(Math.abs(to - from)) });
  return {
    title: VIEWS[view].title,
    shapes: [
      { kind: 'region', role: 'part', outlines: part.silhouette },
      { kind: 'region', role: 'edges', outlines: part.flats },
      { kind: 'region', role: 'blank', outlines: blank },
      across('part', u0, u1, 'bottom', v0), across('blank', bu0, bu1, 'top', bv1),
      up('part', v0, v1, 'right', u1), up('blank', bv0, bv1, 'left', bu0),
    ],
  };
}

/** Lower left (−1) or upper right (+1) corner of a box in a view. */
function corner(view: ViewName, box: Box3, end: 1 | -1): [number, number] {
  const a = onView(view, box.min);
  const b = onView(view, box.max);
  const pick = end > 0 ? Math.max : Math.min;
  return [pick(a[0], b[0]), pick(a[1], b[1])];
}

/** The part side that looks at the eye in a view of the part as modelled, or of a setup through its orientation. */
export function facingEye(view: ViewName): Direction {
  const eye = VIEWS[view].rows[2];
  const axis = (['x', 'y', 'z'] as const).find((a) => Math.abs(eye[a]) > 0.5)!;
  return `${eye[axis] > 0 ? '+' : '-'}${axis}`;
}

