import { finding, type Finding, type Told } from '../../findings';
import type { Ear } from '../../job';
import type { BlankFacts } from '..';

/** What an ear bears, in what hangs on its glue; nobody has proven it. */
export function earsHold(ears: readonly Ear[], facts: BlankFacts, told: Told): Finding[] {
  const { speech } = told;
  if (ears.length > 0 && !facts.ears)
    return [
      finding(told, 'blank/ears-on-no-side', 'stop', {
        says: `The blank has ${ears.length === 1 ? 'an ear' : `${ears.length} ears`}, and no flat side to glue ${ears.length === 1 ? 'it' : 'them'} to.`,
        numbers: { ears: ears.length },
        because: `A ${facts.kind} is no block in shape: ears are left out of all that is planned.`,
        remedy: 'Take the ears off, or make the blank a block, plate or sheet.',
      }),
    ];
  return (facts.ears ?? []).map((ear): Finding => {
    if (ear.jointMm2 <= 0)
      return finding(told, 'blank/ear-beside-blank', 'stop', {
        says: `The ${ear.name} lies beside the blank.`,
        numbers: {},
        because: 'Nothing of it meets the side it is to be glued to.',
        remedy: 'Move its middle to where the blank is.',
      });
    const { glue } = ear;
    if (!glue)
      return finding(told, 'blank/ear-joint', 'caution', {
        says: `How much the ${ear.name} bears is not known.`,
        numbers: { jointMm2: ear.jointMm2 },
        because: 'No glue is chosen for it, or it is not in the shop any more.',
        remedy: 'Choose what it is glued on with.',
      });
    const sticks = (ear.jointMm2 * glue.share) / 100;
    const [alongN, pullN] = [sticks * glue.shearMPa, sticks * glue.pullMPa];
    return finding(told, 'blank/ear-joint', 'caution', {
      says: `The ${ear.name} hangs on ${speech.area(ear.jointMm2)} of ${glue.name}: ${speech.force(alongN)} along the joint, ${speech.force(pullN)} pulled straight off.`,
      numbers: { jointMm2: ear.jointMm2, alongN, pullN },
      because:
        'That is what the library says of the glue; nobody has proven this joint, and dowels in the ear hang on it.',
      remedy: 'Pull at a test piece that is glued the same way; then accept this in writing.',
    });
  });
}
