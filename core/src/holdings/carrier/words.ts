import { datumPoint, type Carried, type Device } from '../../shop';
import type { StandsOn } from '../../job';
import type { Speech } from '../../units';

const BY: Readonly<Record<StandsOn['joint']['by'], string>> = {
  bolts: 'bolted down',
  vacuum: 'held by vacuum',
  magnet: 'held by the magnet',
  bond: 'bonded',
  'own weight': 'held by nothing but its weight',
};

/** "on the Sub-plate: its datum at X +50.000 Y +30.000 from that one's, 25.000 higher; bolted down". */
export function carrierInWords({ joint }: StandsOn, { by, offset }: Carried, speech: Speech): string {
  if (!by) return 'on another device, which is not chosen';
  return `on ${by.name}: its datum at X ${speech.signed(offset.x)} Y ${speech.signed(offset.y)} from that one's, ${speech.sizeWithUnit(offset.z)} higher; ${BY[joint.by]}`;
}

/** What the operator does before anything else. */
export const carrierStep = (upper: Device, standsOn: StandsOn, carried: Carried, speech: Speech): string =>
  `${upper.name} ${carrierInWords(standsOn, carried, speech)}. From ${carried.by ? datumPoint(carried.by) : 'what carries it'} to ${datumPoint(upper)}.`;
