import { finding, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';

/** A part that hangs over the edge of what it lies on tips or bends under the cut. */
export function overEdge(hold: HoldFacts, told: Told): Finding[] {
  if (hold.overEdgeMm2 <= 1) return [];
  return [
    finding(told, 'hold/hangs-over-edge', 'caution', {
      says: `${told.speech.area(hold.overEdgeMm2)} of the underside hang over the edge of the ${hold.kind}.`,
      numbers: { overEdgeMm2: hold.overEdgeMm2 },
      because: 'There it bends away under the cut, and nothing holds it.',
      remedy: 'Move it further onto the device, or take a larger one.',
    }),
  ];
}
