import { findingOf, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';
import { cutAt, type ProveFacts } from '../../../prove';

/** The lowest cut must stay above the jaw tops, with the clearance wanted. */
export function cutClearsJaws(prove: ProveFacts, top: HoldFacts['top'], told: Told): Finding[] {
  const { aboveTop } = prove;
  if (aboveTop === null) return [];
  const short = top.wantedMm - aboveTop;
  if (short <= 1e-6) return [];
  const below = aboveTop < -1e-9;
  const which = cutAt(prove.cuts, top.z + aboveTop);
  const numbers = {
    lowestCutAboveBedMm: top.z + aboveTop,
    jawTopMm: top.z,
    aboveJawsMm: aboveTop,
    wantedMm: top.wantedMm,
  };
  const remedy = `Use parallels at least ${told.speech.sizeWithUnit(short)} higher, or cut less deep here.`;
  const say = findingOf(told, 'prove/jaw-top-above-lowest-cut');
  if (below) {
    return [
      say('stop', {
        says: `${which} is ${told.speech.sizeWithUnit(-aboveTop)} below the jaw tops.`,
        numbers,
        because: 'The cutter runs into the jaws.',
        remedy,
      }),
    ];
  }
  return [
    say('caution', {
      says: `${which} is only ${told.speech.sizeWithUnit(aboveTop)} above the jaw tops; ${told.speech.sizeWithUnit(top.wantedMm)} are wanted.`,
      numbers,
      because: 'Chips pack there, and a small error in the parallels lets the cutter touch the jaws.',
      remedy,
    }),
  ];
}
