import type { HoldIn } from '../../job';
import type { SeatFacts } from '../../seat';
import type { RotaryAxis } from '../../shop';

/** How far the underside that lies on a support is from the axis, upward, mm: of the part, or of its round carrier. */
const underside = ({ loadedBox }: Pick<SeatFacts, 'loadedBox'>, { roundCarrier }: HoldIn<'round'>): number =>
  roundCarrier ? -roundCarrier.diameter / 2 : loadedBox.min.z;

/** How high a support is set above the base of the rotary axis, mm. */
export const supportHeight = (
  device: Pick<RotaryAxis, 'centreHeight'>,
  seat: Pick<SeatFacts, 'loadedBox'>,
  hold: HoldIn<'round'>,
): number => device.centreHeight + underside(seat, hold);

/** How far a part reaches from the axis: the corners of the box around it, or half of what is round. mm */
export function cornerRadius({ loadedBox: { min, max }, y }: Pick<SeatFacts, 'loadedBox' | 'y'>): number {
  const [aside, up] = [Math.max(-min.y, max.y), Math.max(-min.z, max.z)];
  // jaws that meet no flat side hold something round
  return y.flatAreaMm2 > 1 ? Math.hypot(aside, up) : Math.max(aside, up);
}
