import { findingOf, type Finding, type Told } from '../../findings';
import type { PlannedTurned } from '../types';

/** What lies behind changes of grip lies as exactly as the bar lies in the collet again. */
export function barSlips({ sections, sizeTolerance }: PlannedTurned, told: Told): Finding[] {
  if (sections.length < 2) return [];
  const { speech } = told;
  const changes = sections.length - 1;
  const { plusMinus } = sections[changes];
  const after = `after ${changes} ${changes === 1 ? 'change' : 'changes'} of grip`;
  if (plusMinus === null)
    return [
      findingOf(told, 'turn/slip-not-known')('caution', {
        says: `How exactly lengths come out ${after} is not known.`,
        numbers: { changes },
        because: 'The bar may slip in the collet at every change, and nobody has said how far on this lathe.',
        remedy: 'Enter it on the page Shop; until then measure lengths across every change on the first part.',
      }),
    ];
  if (plusMinus <= sizeTolerance + 1e-9) return [];
  return [
    findingOf(told, 'turn/slips-too-far')('stop', {
      says: `Lengths ${after} come out within ±${speech.sizeWithUnit(plusMinus)}; the part may be off by ±${speech.size(sizeTolerance)}.`,
      numbers: { plusMinus, sizeTolerance },
      because: `The bar slips within ±${speech.size(plusMinus / changes)} at a change, and all may go the same way.`,
      remedy:
        'Fewer changes, or lengths that matter within one section; else face the shoulder in the section where it is measured.',
    }),
  ];
}
