import { finding, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';
import type { SeatFacts } from '../../../seat';
import { cutAt, type ProveFacts } from '../../../prove';

/** Nearer than this to the underside a cut is meant to go through. */
const NEAR_MM = 0.01;

/**
 * A cut that ends exactly at the underside is asked about: without going a little into board or tape it leaves a film,
 * and it scratches what carries the part.
 */
export function cutsThrough(prove: ProveFacts, hold: HoldFacts, seat: SeatFacts, told: Told): Finding[] {
  // a jet goes through into nothing
  if (hold.kind === 'support grid' || !prove.removedBox || Math.abs(prove.lowestCut - seat.locators.z.at) > NEAR_MM)
    return [];
  const soft = hold.kind === 'sacrificial board' || seat.locators.z.kind === 'height';
  return [
    finding(told, 'prove/cut-ends-at-underside', 'caution', {
      says: `${cutAt(prove.cuts, prove.lowestCut)} ends exactly at the underside, on the ${seat.locators.z.name}: is it meant to go through?`,
      numbers: { lowestCutMm: prove.lowestCut },
      because:
        'Sheet, tape and cutter are never exact: it leaves a film in one place and scratches what carries it in another.',
      remedy: soft
        ? 'Go through by a few tenths of a millimeter into what lies underneath, or leave a skin on purpose.'
        : 'Put packing or a board under it and go through by a few tenths of a millimeter, or leave a skin on purpose.',
    }),
  ];
}
