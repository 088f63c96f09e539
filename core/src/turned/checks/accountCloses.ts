import { findingOf, type Finding, type Told } from '../../findings';
import type { PlannedTurned } from '../types';

const SAME_MM = 1e-9;

/** The zero goes exactly as far as the spindle: otherwise every section after it is cut in the wrong place. */
export function moveIsShift({ changes }: PlannedTurned, told: Told): Finding[] {
  const { speech } = told;
  return changes.flatMap((c): Finding[] => {
    const off = c.move - c.shift;
    if (Math.abs(off) <= SAME_MM) return [];
    return [
      findingOf(told, 'turn/move-is-not-shift')('stop', {
        says: `Change at ${speech.sizeWithUnit(c.at)}: the main spindle goes back ${speech.signed(c.move)}, the zero is shifted ${speech.signed(c.shift)}. All that follows is cut ${speech.sizeWithUnit(Math.abs(off))} too ${off > 0 ? 'far from' : 'near to'} the front end.`,
        numbers: { at: c.at, move: c.move, shift: c.shift, off },
        because:
          off > 0
            ? `A ring of ${speech.sizeWithUnit(off)} stays unturned at the change, and the part comes out that much too long.`
            : `The tool runs ${speech.sizeWithUnit(-off)} into what is finished, and the part comes out that much too short.`,
        remedy: `Shift by ${speech.signed(c.move)}.`,
      }),
    ];
  });
}

/** What was shifted is taken back: what is left over adds up part by part. */
export function shiftsTakenBack({ account, machine, turned, changes }: PlannedTurned, told: Told): Finding[] {
  if (!account || account.partsMade === null || !machine) return [];
  const { speech } = told;
  const { residue, margin, partsMade } = account;
  const shifted = changes.reduce((sum, c) => sum + c.shift, 0);
  return [
    findingOf(told, 'turn/shift-not-taken-back')('stop', {
      says: `The zero is shifted ${speech.signed(shifted)} and taken back ${speech.signed(turned.takeBack ?? -shifted)}: ${speech.signed(residue)} are left after every part. ${partsMade} ${partsMade === 1 ? 'part is' : 'parts are'} made, number ${partsMade + 1} runs out of travel.`,
      numbers: { residue, margin, partsMade },
      because: `Each part starts ${speech.sizeWithUnit(Math.abs(residue))} beside the one before; there are ${speech.sizeWithUnit(Math.max(0, margin))} to the end of travel.`,
      remedy: `Take back ${speech.signed(-shifted)}.`,
    }),
  ];
}
