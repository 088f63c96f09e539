import { circleOf, rectangle, type Shape } from '../../scene';
import type { RoundDevice } from '../../shop';
import type { Outlines } from '../../solid';
import { steel } from '../drawn';

/** From above: the body about an axis that stands up, or as far as the tailstock goes. */
export function roundFootprint(d: RoundDevice): Outlines {
  const r = d.bodyDiameter / 2;
  return d.kind === 'rotary axis' ? rectangle(-d.bodyHeight, -r, d.tailstockTo, r) : circleOf(0, 0, r);
}

/** A round device cut along its axis, mouth up: body and two jaws, the smallest and largest diameter. */
export function roundPicture(d: RoundDevice): Shape[] {
  const r = d.bodyDiameter / 2;
  const grip = Math.min(r, d.maxDiameter / 2) / 2;
  return [
    steel(-r, -d.bodyHeight, r, 0),
    steel(-Math.max(r * 0.9, grip + 5), 0, -grip, d.gripLength),
    steel(grip, 0, Math.max(r * 0.9, grip + 5), d.gripLength),
    {
      kind: 'line',
      role: 'center',
      points: [
        [0, -d.bodyHeight * 1.15],
        [0, d.gripLength * 1.6],
      ],
    },
  ];
}
