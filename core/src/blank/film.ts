import { axisOf, signOf, type Direction } from '../frames';
import type { Blank } from '../job';

/** How thick the protective film on one side of a blank is, mm; 0: there is none. Only plate and sheet have any. */
export function filmOn({ kind, along, film }: Pick<Blank, 'kind' | 'along' | 'film'>, side: Direction): number {
  if (!film || (kind !== 'plate' && kind !== 'sheet') || axisOf(side) !== along) return 0;
  const isOn = film.on === 'both' || film.on === (signOf(side) > 0 ? 'plus' : 'minus');
  return isOn ? film.thickness : 0;
}
