import { finding, type Finding, type Told } from '../../findings';
import type { SeatFacts } from '..';

/** Fixed jaw, moving jaw and stop must each meet material where they really are. */
export function locatorsTouch(seat: SeatFacts, told: Told): Finding[] {
  const found: Finding[] = [];
  const numbers = { heightFrom: seat.loadedBox.min.z, heightTo: seat.loadedBox.max.z };
  if (!seat.settled) {
    found.push(finding(told, 'seat-not-settled', 'seat')('stop', {
      says: 'The seat does not settle: parallels, fixed jaw and stop keep pushing the part to and fro.',
      numbers, because: 'A step in the part lies just at a parallel, a jaw or the stop.',
      remedy: 'Change the height of the parallels or move the stop.',
    }));
  }
  if (!seat.jaw.touches || !seat.movingJaw.touches) {
    found.push(finding(told, 'jaws-touch-nothing', 'hold')('stop', {
      says: 'There is nothing between the jaws: no material below the jaw tops.',
      numbers, because: 'Parallels as high as the jaws, or a part beside them, cannot be gripped.',
      remedy: 'Use lower parallels, or move the stop so that the part comes between the jaws.',
    }));
  }
  if (!seat.stop.touches) {
    found.push(finding(told, 'stop-touches-nothing', 'seat')('stop', {
      says: 'The stop touches nothing: no material stands in front of the stop rod.',
      numbers, because: 'Without it the part\'s place along the jaws is not known.',
      remedy: 'Set the stop\'s height and distance from the fixed jaw to where material is.',
    }));
  }
  return found;
}
