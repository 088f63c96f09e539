import { finding, type Finding, type Told } from '../../findings';
import { PART_SIDE } from '../../part';
import type { Unreached } from '../whatIsLeft';

/** After the last setup nothing but the finished part should be left. */
export function metalNeverReached(unreached: Unreached, lastOp: number | null, told: Told): Finding[] {
  if (unreached.volumeMm3 <= 0.01) return [];
  const sides = [...new Set(unreached.pieces.flatMap((p) => p.sides))];
  const inside = unreached.pieces.filter((p) => p.sides.length === 0).length;
  const places = [
    ...(sides.length > 0 ? [`on the ${sides.map((s) => PART_SIDE[s]).join(', ')}`] : []),
    ...(inside > 0 ? [`in ${inside} ${inside === 1 ? 'place' : 'places'} inside the part's outline`] : []),
  ];
  return [finding(told, 'metal-never-reached', 'transition')('stop', {
    says: `${told.speech.volume(unreached.volumeMm3)} ${lastOp === null ? 'of the blank' : `after Op ${lastOp}`} are never reached: ${places.join(' and ')}.`,
    numbers: { volumeMm3: unreached.volumeMm3, pieces: unreached.pieces.length },
    because: lastOp === null ? 'The route has no setup yet.' : 'No setup cuts deep enough there, or an overhang hides it.',
    remedy: 'Cut a setup deeper, or add a setup with that side up.',
  })];
}
