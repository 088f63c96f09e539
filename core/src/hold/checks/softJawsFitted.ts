import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { Vise } from '../../shop';

/** A pocket is cut into soft jaws: the vise must be entered with them, and they must be as high as the pocket is deep. */
export function softJawsFitted({ closing: { softJaws } }: Pick<Setup, 'closing'>, vise: Vise, told: Told): Finding[] {
  if (!softJaws.on) return [];
  const found: Finding[] = [];
  if (vise.jaws !== 'soft') {
    found.push(finding(told, 'jaws-not-soft', 'hold')('caution', {
      says: `A pocket is asked for, but ${vise.name} is entered with ${vise.jaws} jaws.`, numbers: {},
      because: 'Height, thickness and friction of the jaws are those of the ones it is entered with.', remedy: 'Choose a vise with soft jaws, enter one on the page Shop, or do without the pocket.',
    }));
  }
  if (softJaws.depth > vise.jawHeight + 1e-6) {
    found.push(finding(told, 'pocket-too-deep', 'hold')('stop', {
      says: `The pocket is ${told.speech.sizeWithUnit(softJaws.depth)} deep; the jaws stand only ${told.speech.sizeWithUnit(vise.jawHeight)} above the bed.`, numbers: { depthMm: softJaws.depth, jawMm: vise.jawHeight },
      because: 'The cutter would go into the bed.', remedy: 'Make it less deep.',
    }));
  }
  return found;
}
