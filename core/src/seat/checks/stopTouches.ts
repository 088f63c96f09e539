import { finding, type Finding, type Told } from '../../findings';
import type { SeatFacts } from '..';

/** Material must stand in front of the stop rod, at its height. */
export function stopTouches(seat: SeatFacts, told: Told): Finding[] {
  if (seat.x.touches) return [];
  return [finding(told, 'stop-touches-nothing', 'seat')('stop', {
    says: 'The stop touches nothing: no material stands in front of the stop rod.',
    numbers: { heightFrom: seat.loadedBox.min.z, heightTo: seat.loadedBox.max.z },
    because: 'Without it the part\'s place along the jaws is not known.',
    remedy: 'Set the stop\'s height and distance from the fixed jaw to where material is.',
  })];
}
