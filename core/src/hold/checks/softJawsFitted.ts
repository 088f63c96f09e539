import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { Vise } from '../../shop';
import type { HoldTrouble } from '..';

/** A pocket is cut into soft jaws: the vise must be entered with them, and they must be as high as the pocket is deep. */
export function softJawsFitted({ closing: { softJaws } }: Pick<Setup, 'closing'>, vise: Vise, trouble: readonly HoldTrouble[], told: Told): Finding[] {
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
  for (const t of trouble) {
    if (t.kind !== 'pocket-cutter-too-wide') continue;
    found.push(finding(told, 'pocket-cutter-too-wide', 'hold')('stop', {
      says: `A cutter ${told.speech.sizeWithUnit(t.cutterMm)} wide does not go into the pocket.`, numbers: { cutterMm: t.cutterMm }, because: 'The pocket is no wider than the part and its fit.', remedy: 'Cut the pocket with a smaller cutter.',
    }));
  }
  return found;
}
