import { finding, type Finding, type Told } from '../../findings';
import type { SeatFacts } from '..';

/** Sliding to rest, jaw and stop in turn must come to an end. */
export function seatSettles(seat: SeatFacts, told: Told): Finding[] {
  if (seat.settled) return [];
  return [
    finding(told, 'seat/seat-not-settled', 'stop', {
      says: 'The seat does not settle: parallels, fixed jaw and stop keep pushing the part to and fro.',
      numbers: { heightFrom: seat.loadedBox.min.z, heightTo: seat.loadedBox.max.z },
      because: 'A step in the part lies just at a parallel, a jaw or the stop.',
      remedy: 'Change the height of the parallels or move the stop.',
    }),
  ];
}
