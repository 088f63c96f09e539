import type { Cut, Setup } from '../../job';
import { finding, type Finding, type Told } from '../../findings';
import { PART_SIDE } from '../../part';

/** A depth can only go down to a face that looks up the way the part lies, or to the end of an upright bore. */
export function depthFaceLooksUp(
  cut: Cut,
  { name, faceName }: { readonly name: string; readonly faceName: string },
  setup: Setup,
  told: Told,
): Finding[] {
  const which = setup.cuts.length > 1 ? `The cut "${name}"` : 'The lowest cut';
  return [
    finding(told, 'cut/depth-face-does-not-look-up', 'stop', {
      says: `${which} is to go down to ${faceName}, which does not look up with the ${PART_SIDE[setup.orientation.up]} up.`,
      numbers: { cutsBelowTopMm: cut.below },
      because: 'The depth cannot be taken from it; the number entered before is used.',
      remedy: 'Choose a face that looks up or a bore that stands upright, or enter the depth.',
    }),
  ];
}
