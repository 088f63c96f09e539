import type { EarFacts } from '../blank';
import type { Bond } from '../shop';
import type { Speech } from '../units';
import type { Row } from './types';

/** How long glue is left alone, in words. */
export const cureInWords = ({ cures }: Pick<Bond, 'cures'>): string =>
  cures === null || cures === undefined ? 'as long as the maker of the glue says' : `${cures} h`;

/** "40.000 wide along Y with its middle at Y +90.000, standing out 30.000, glued on with Epoxy" */
export function earInWords({ box, along, side, glue }: EarFacts, speech: Speech): string {
  const axis = along.toUpperCase();
  const middle = (box.min[along] + box.max[along]) / 2;
  const out = side[1] as 'x' | 'y' | 'z';
  return `${speech.size(box.max[along] - box.min[along])} wide along ${axis} of the part with its middle at ${axis} ${speech.signed(middle)}, standing out ${speech.size(box.max[out] - box.min[out])}, as thick as the blank, glued on with ${glue?.name ?? 'what is not chosen yet'}`;
}

/** The ears of a blank as rows of the sheet. */
export const earRows = (ears: readonly EarFacts[], speech: Speech): Row[] =>
  ears.map((ear) => ({ label: `${ear.name[0].toUpperCase()}${ear.name.slice(1)}`, value: earInWords(ear, speech) }));
