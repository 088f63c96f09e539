import { finding, type Finding, type Told } from '../../../findings';
import { liesFlat, type SeatFacts } from '../../../seat';

/** A flat device must carry the part. */
export function partOnDevice(seat: SeatFacts, told: Told): Finding[] {
  if (liesFlat(seat)) return [];
  return [
    finding(told, 'seat/part-not-carried', 'stop', {
      says: `Nothing flat of the part lies on the ${seat.locators.z.name}.`,
      numbers: { areaMm2: seat.rest.flatAreaMm2 },
      because: 'Without a flat under it the height of the part is not known.',
      remedy: 'Lay the part onto the device, place pods under it, or lay another face down.',
    }),
  ];
}
