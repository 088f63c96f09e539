import { findingOf, type Finding, type Told } from '../../findings';
import { PART_SIDE } from '../../part';
import { DEVIATION_MM } from '../../solid';
import { capital } from '../../units';
import { theLocator, type SeatFacts } from '..';

/**
 * Jaw, stop, fence or pins against a round or slanting place: where the part comes to depends on where they stand
 * along it.
 * A round pin meets a slope with its flank, which the seat does not reckon with: no number, so a stop.
 */
export function meetsSquarely(seat: SeatFacts, roundPins: readonly ('x' | 'y')[], told: Told): Finding[] {
  const { speech } = told;
  // a step of the size in which such things are set, in the units of the job
  const stepMm = speech.units === 'inch' ? 1.27 : 1;
  const say = findingOf(told, 'seat/located-on-slope');
  return (['x', 'y'] as const)
    .filter((axis) => seat[axis].leans > 0 && !seat[axis].what)
    .map((axis) => {
      const { side, leans } = seat[axis];
      const meets = `${capital(theLocator(seat.locators[axis]))} ${seat.locators[axis].name.endsWith('pins') ? 'meet' : 'meets'} the ${PART_SIDE[side]} where it is round or slants`;
      const because = 'A part comes to the same place only against a face that is square to what it is set against.';
      if (roundPins.includes(axis)) {
        return say('stop', {
          says: `${meets}: where the part comes to in ${axis.toUpperCase()} is not known.`,
          numbers: { leans },
          because: `${because} A pin meets a slope with its flank, which is not computed.`,
          remedy: 'Set them to a square place, or use a fence.',
        });
      }
      return say('caution', {
        says: `${meets}: if it stands ${speech.sizeWithUnit(stepMm)} elsewhere along it, ${axis.toUpperCase()} changes by about ${speech.sizeWithUnit(leans * stepMm)}.`,
        numbers: { leans },
        because: `${because} The curve is followed within ${speech.sizeWithUnit(DEVIATION_MM)}.`,
        remedy: 'Set it to the middle of the round or to a square place, or touch off every part in this axis.',
      });
    });
}
