import { finding, type Finding, type Told } from '../../findings';
import { PART_SIDE } from '../../part';
import { theLocator, type SeatFacts } from '..';

/** Jaw, stop, fence or pins against a round or slanting place: where the part comes to depends on where they stand along it. */
export function meetsSquarely(seat: SeatFacts, told: Told): Finding[] {
  const { speech } = told;
  // a step of the size in which such things are set, in the units of the job
  const stepMm = speech.units === 'inch' ? 1.27 : 1;
  return (['x', 'y'] as const).filter((axis) => seat[axis].leans > 0 && !seat[axis].what).map((axis) => {
    const contact = seat[axis];
    return finding(told, 'located-on-slope', 'seat')('caution', {
      says: `${theLocator(seat.locators[axis]).replace(/^t/, 'T')} meets the ${PART_SIDE[contact.side]} where it is round or slants: if it stands ${speech.sizeWithUnit(stepMm)} elsewhere along it, ${axis.toUpperCase()} changes by about ${speech.sizeWithUnit(contact.leans * stepMm)}.`,
      numbers: { leans: contact.leans },
      because: 'A part comes to the same place only against a face that is square to what it is set against. The curve is followed within 0.01 mm.',
      remedy: 'Set it to the middle of the round or to a square place, or touch off every part in this axis.',
    });
  });
}
