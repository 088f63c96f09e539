import type { Shape } from '../../scene';
import type { Vise } from '../../shop';
import { open, steel } from '../drawn';

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
