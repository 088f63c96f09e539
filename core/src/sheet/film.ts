import { filmOn, type BlankFacts } from '../blank';
import { DIRECTIONS } from '../frames';
import type { Job } from '../job';
import { PART_SIDE } from '../part';
import { speechIn } from '../units';

/** "0.100 on top and bottom face, it stays on: measured with it, 3.200 thick"; null: there is none. */
export function filmInWords(
  { blank, units }: Pick<Job, 'blank' | 'units'>,
  { size }: Pick<BlankFacts, 'size'>,
): string | null {
  const speech = speechIn(units);
  const sides = DIRECTIONS.filter((d) => filmOn(blank, d) > 0);
  if (!blank.film || sides.length === 0) return null;
  const withIt = size[blank.along] + sides.length * blank.film.thickness;
  return `${speech.size(blank.film.thickness)} on ${sides.map((d) => PART_SIDE[d]).join(' and ')}, it stays on: measured with it, ${speech.sizeWithUnit(withIt)} thick`;
}
