import { finding, type Finding, type Told } from '../../../findings';
import type { Vise } from '../../../shop';
import type { ViseHold } from '../../../hold';

/** The vise must open far enough for the part. */
export function jawOpening(hold: ViseHold, vise: Vise, told: Told): Finding[] {
  const over = hold.openingMm - vise.maxOpening;
  if (over <= 1e-6) return [];
  return [
    finding(told, 'hold/jaw-opening-too-small', 'stop', {
      says: `The part is ${told.speech.sizeWithUnit(hold.openingMm)} wide between the jaws; the vise opens ${told.speech.sizeWithUnit(vise.maxOpening)}, ${told.speech.sizeWithUnit(over)} too little.`,
      numbers: { openingMm: hold.openingMm, maxOpeningMm: vise.maxOpening, overMm: over },
      because: 'It does not go in.',
      remedy: 'Turn the part a quarter, or choose a vise that opens further.',
    }),
  ];
}
