import { finding, type Finding, type Told } from '../../findings';
import { AXES } from '../../frames';
import { capital } from '../../units';
import type { Locating } from '../locating';

/** Tightened one after another, clamps must not lift the part off what locates it. */
export function staysThere({ lifts }: Pick<Locating, 'lifts'>, told: Told): Finding[] {
  if (!lifts) return [];
  const at = AXES.map((a) => `${a.toUpperCase()} ${told.speech.signed(lifts.at[a])}`).join(' ');
  return [
    finding(told, 'locate/clamp-lifts-off', 'caution', {
      says: `${capital(lifts.clamp)}, tightened in the order of the list, lifts the part off the ${lifts.name} at ${at}.`,
      numbers: { ...lifts.at },
      because: 'It then lies elsewhere than it is planned, and what is tightened next does not bring it back.',
      remedy: 'Tighten another one first, move it over what carries the part, or support the part under it.',
    }),
  ];
}
