import { finding, type Finding, type Told } from '../../../findings';
import type { Vise } from '../../../shop';
import { restIn, type InVise } from '../seat';
import type { HoldTrouble, ViseHold } from '../../../hold';

/**
 * A pocket is cut into soft jaws: the vise must be entered with them, and they must be as high as the pocket is deep.
 */
export function softJawsFitted({
  setup,
  vise,
  hold,
  trouble,
  told,
}: {
  readonly setup: InVise;
  readonly vise: Vise;
  readonly hold: ViseHold;
  readonly trouble: readonly HoldTrouble[];
  readonly told: Told;
}): Finding[] {
  const { softJaws } = setup.hold;
  if (!softJaws.on) return [];
  const found: Finding[] = [];
  if (vise.jaws !== 'soft') {
    found.push(
      finding(told, 'hold/jaws-not-soft', 'caution', {
        says: `A pocket is asked for, but ${vise.name} is entered with ${vise.jaws} jaws.`,
        numbers: {},
        because: 'Height, thickness and friction of the jaws are those of the ones it is entered with.',
        remedy: 'Choose a vise with soft jaws, enter one on the page Shop, or do without the pocket.',
      }),
    );
  }
  if (softJaws.depth > vise.jawHeight + 1e-6) {
    found.push(
      finding(told, 'hold/pocket-too-deep', 'stop', {
        says: `The pocket is ${told.speech.sizeWithUnit(softJaws.depth)} deep; the jaws stand only ${told.speech.sizeWithUnit(vise.jawHeight)} above the bed.`,
        numbers: { depthMm: softJaws.depth, jawMm: vise.jawHeight },
        because: 'The cutter would go into the bed.',
        remedy: 'Make it less deep.',
      }),
    );
  }
  found.push(...ledgesFit(setup, vise, hold, told));
  for (const t of trouble) {
    if (t.kind !== 'pocket-cutter-too-wide') continue;
    found.push(
      finding(told, 'hold/pocket-cutter-too-wide', 'stop', {
        says: `A cutter ${told.speech.sizeWithUnit(t.cutterMm)} wide does not go into the pocket.`,
        numbers: { cutterMm: t.cutterMm },
        because: 'The pocket is no wider than the part and its fit.',
        remedy: 'Cut the pocket with a smaller cutter.',
      }),
    );
  }
  return found;
}

/** Ledges carry the part, leave a gap between the jaws, and leave something of the jaws behind them. */
function ledgesFit(setup: InVise, vise: Vise, hold: ViseHold, told: Told): Finding[] {
  const { softJaws } = setup.hold;
  const found: Finding[] = [];
  const { speech } = told;
  if (softJaws.ledge === 0 && restIn(vise, setup).name === 'pocket floor') {
    found.push(
      finding(told, 'hold/pocket-without-ledge', 'stop', {
        says: 'The pocket has no ledge: nothing of it carries the part.',
        numbers: {},
        because: "The part lies on what the jaws keep below it, and so far behind the jaws' faces its walls stand.",
        remedy: 'Enter how far each jaw reaches under the part, or put parallels under it.',
      }),
    );
  }
  if (softJaws.ledge > 0 && hold.gripDepthMm > 0 && hold.openingMm <= 1e-6) {
    found.push(
      finding(told, 'hold/ledges-meet', 'stop', {
        says: `Ledges of ${speech.sizeWithUnit(softJaws.ledge)} leave no gap between the jaws: the part is only ${speech.sizeWithUnit(hold.openingMm + 2 * softJaws.ledge)} wide.`,
        numbers: { ledgeMm: softJaws.ledge, gapMm: hold.openingMm },
        because: 'Jaws that meet do not grip.',
        remedy: 'Make the ledges narrower than half the part.',
      }),
    );
  }
  if (softJaws.ledge > vise.jawThickness - 5) {
    found.push(
      finding(told, 'hold/ledge-through-jaw', 'stop', {
        says: `Ledges of ${speech.sizeWithUnit(softJaws.ledge)} leave less than 5 mm of the jaws, which are ${speech.sizeWithUnit(vise.jawThickness)} thick.`,
        numbers: { ledgeMm: softJaws.ledge, jawMm: vise.jawThickness },
        because: 'Nothing is left behind the wall to press with.',
        remedy: 'Make the ledges narrower.',
      }),
    );
  }
  return found;
}
