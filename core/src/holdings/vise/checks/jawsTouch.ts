import { finding, type Finding, type Told } from '../../../findings';
import type { SeatFacts } from '../../../seat';

/** Both jaws must meet material below their tops. */
export function jawsTouch(seat: SeatFacts, told: Told): Finding[] {
  if (seat.y.touches && seat.movingJaw?.touches) return [];
  return [
    finding(told, 'hold/jaws-touch-nothing', 'stop', {
      says: 'There is nothing between the jaws: no material below the jaw tops.',
      numbers: { heightFrom: seat.loadedBox.min.z, heightTo: seat.loadedBox.max.z },
      because: 'Parallels as high as the jaws, or a part beside them, cannot be gripped.',
      remedy: 'Use lower parallels, or move the stop so that the part comes between the jaws.',
    }),
  ];
}
