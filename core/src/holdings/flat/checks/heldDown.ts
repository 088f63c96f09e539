import { finding, type Finding, type Told } from '../../../findings';
import { OWN_WEIGHT, type HoldFacts } from '../../../hold';

/** Something must hold the part: clamps, suction, weights, a bond. Its own weight alone does not. */
export function heldDown(hold: HoldFacts, told: Told): Finding[] {
  if (hold.contacts.some((c) => c.kind !== 'locator') || hold.forces.some((f) => f.name !== OWN_WEIGHT)) return [];
  return [
    finding(told, 'hold/nothing-holds-part', 'stop', {
      says: 'Nothing holds the part: it only lies there.',
      numbers: {},
      because: 'The first touch of the cutter moves it.',
      remedy: 'Add clamps, weights or fasteners, switch the vacuum on, or choose a tape or adhesive.',
    }),
  ];
}
