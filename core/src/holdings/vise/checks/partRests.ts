import { findingOf, type Finding, type Told } from '../../../findings';
import type { Vise } from '../../../shop';
import { liesFlat, type SeatFacts } from '../../../seat';
import type { Rest } from '../seat';

/** The part must lie flat on both parallels, or on the bed, with enough area to be pressed down on. */
export function partRests(seat: SeatFacts, rest: Rest, vise: Vise, told: Told): Finding[] {
  const say = findingOf(told, 'seat/part-not-resting');
  const area = seat.rest.flatAreaMm2;
  const numbers = {
    restAreaMm2: area,
    wantedAreaMm2: vise.minimumRestAreaMm2,
    rearMm2: seat.restStripsMm2[0],
    frontMm2: seat.restStripsMm2[1],
  };
  const on = `the ${rest.name}`;
  const remedy = 'Lay another face down, use parallels of another thickness, or put the part on the bed.';
  if (!liesFlat(seat)) {
    return [
      say('stop', {
        says: `The part does not rest: there is no flat face over ${on}.`,
        numbers,
        because: 'Without a flat under it the height of the part is not known.',
        remedy,
      }),
    ];
  }
  const found: Finding[] = [];
  if (rest.height > 0 && Math.min(...seat.restStripsMm2) < 1e-6) {
    const which = seat.restStripsMm2[0] > 0 ? 'rear' : 'front';
    found.push(
      say('stop', {
        says: `The part rests on the ${which} ${rest.name === 'parallels' ? 'parallel' : "jaw's side"} only.`,
        numbers,
        because: 'On one side it tips when the jaw closes.',
        remedy,
      }),
    );
  }
  if (area < vise.minimumRestAreaMm2) {
    found.push(
      say('caution', {
        says: `Only ${told.speech.area(area)} lie flat on ${on}; ${told.speech.area(vise.minimumRestAreaMm2)} are wanted.`,
        numbers,
        because: 'A small seat marks the part and lets it tip.',
        remedy,
      }),
    );
  }
  return found;
}
