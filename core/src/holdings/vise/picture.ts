import { rectangle, type Shape } from '../../scene';
import type { Vise } from '../../shop';
import type { Outlines } from '../../solid';
import { open, steel } from '../drawn';
import { fixedSide } from './seat';

/** A vise from above, opened all the way: the side of its fixed jaw is where the datum is. */
export function viseFootprint(v: Vise): Outlines {
  const s = fixedSide(v);
  const [fixed, moving] = [s * v.jawThickness, -s * (v.maxOpening + v.jawThickness)];
  return rectangle(0, Math.min(fixed, moving), v.jawWidth, Math.max(fixed, moving));
}

/** A vise from its left end, half open: fixed jaw where it is. */
export function visePicture(v: Vise): Shape[] {
  const gap = v.maxOpening / 2;
  const [left, right] = v.fixedJaw === 'rear' ? ['fixed', 'moving'] : ['moving', 'fixed'];
  const step =
    v.jaws === 'step' ? [open(0, 0, v.stepDepth, v.stepHeight), open(gap - v.stepDepth, 0, gap, v.stepHeight)] : [];
  return [
    steel(-v.jawThickness, -v.bedThickness, gap + v.jawThickness, 0),
    steel(-v.jawThickness, 0, 0, v.jawHeight),
    steel(gap, 0, gap + v.jawThickness, v.jawHeight),
    ...step,
    { kind: 'label', at: [-v.jawThickness * 0.5, v.jawHeight * 0.35], text: left, anchor: 'middle', backed: true },
    {
      kind: 'label',
      at: [gap + v.jawThickness * 0.5, v.jawHeight * 0.35],
      text: right,
      anchor: 'middle',
      backed: true,
    },
  ];
}
