import type { Setup } from '../../job';
import { finding, type Finding, type Told } from '../../findings';
import { PART_SIDE } from '../../part';

/** A depth can only go down to a face that looks up the way the part lies. */
export function depthFaceLooksUp(looksUp: boolean, faceName: string, setup: Setup, told: Told): Finding[] {
  if (looksUp) return [];
  return [
    finding(told, 'seat/depth-face-does-not-look-up', 'stop', {
      says: `The lowest cut is to go down to ${faceName}, which does not look up with the ${PART_SIDE[setup.orientation.up]} up.`,
      numbers: { cutsBelowTopMm: setup.cutsBelowTop },
      because: 'The depth cannot be taken from it; the number entered before is used.',
      remedy: 'Choose a face that looks up, or enter the depth.',
    }),
  ];
}
