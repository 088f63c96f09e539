import { restIn } from './seat';
import type { Vise } from '../../shop';
import { armAlongX, armUp, thinFloor, type BendingInput, type Span } from '../../hold/bending';

/** Where a part in a vise can give: beyond the jaws, above them, and its floor. */
export function spansInVise(input: BendingInput<'vise'>, vise: Vise): Span[] {
  const { seat, removed, setup } = input;
  const floor = thinFloor(input, restIn(vise, setup).name === 'bed' ? 'up' : 'up and down');
  const jaw = seat.movingJaw;
  if (!jaw || !seat.y.touches || !jaw.touches) return floor;
  const [left, right] = [Math.max(seat.y.touch.x[0], jaw.touch.x[0]), Math.min(seat.y.touch.x[1], jaw.touch.x[1])];
  return [
    ...(removed.min.x < left
      ? armAlongX({
          input,
          from: left,
          to: Math.max(removed.min.x, seat.finishedBox.min.x),
          where: 'beyond the jaws at its left end',
        })
      : []),
    ...(removed.max.x > right
      ? armAlongX({
          input,
          from: right,
          to: Math.min(removed.max.x, seat.finishedBox.max.x),
          where: 'beyond the jaws at its right end',
        })
      : []),
    ...armUp(input, Math.min(seat.y.touch.z[1], jaw.touch.z[1]), 'above the jaws'),
    ...floor,
  ];
}
