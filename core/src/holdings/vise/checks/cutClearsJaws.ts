import { findingOf, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';
import type { ProveFacts } from '../../../prove';

/** The lowest cut must stay above the jaw tops, with the clearance wanted. */
export function cutClearsJaws(prove: ProveFacts, top: HoldFacts['top'], told: Told): Finding[] {
  const short = top.wantedMm - prove.aboveTop;
  if (short <= 1e-6) return [];
  const below = prove.aboveTop < -1e-9;
  const numbers = {
    lowestCutAboveBedMm: prove.lowestCut,
    jawTopMm: top.z,
    aboveJawsMm: prove.aboveTop,
    wantedMm: top.wantedMm,
  };
  const remedy = `Use parallels at least ${told.speech.sizeWithUnit(short)} higher, or cut less deep here.`;
  const say = findingOf(told, 'prove/jaw-top-above-lowest-cut');
  if (below) {
    return [
      say('stop', {
        says: `The lowest cut is ${told.speech.sizeWithUnit(-prove.aboveTop)} below the jaw tops.`,
        numbers,
        because: 'The cutter runs into the jaws.',
        remedy,
      }),
    ];
  }
  return [
    say('caution', {
      says: `The lowest cut is only ${told.speech.sizeWithUnit(prove.aboveTop)} above the jaw tops; ${told.speech.sizeWithUnit(top.wantedMm)} are wanted.`,
      numbers,
      because: 'Chips pack there, and a small error in the parallels lets the cutter touch the jaws.',
      remedy,
    }),
  ];
}
