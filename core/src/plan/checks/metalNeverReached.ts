import { finding, type Finding, type Told } from '../../findings';
import { DIRECTIONS } from '../../frames';
import { PART_SIDE } from '../../part';
import type { Unreached } from '../unreached';

/** After the last setup nothing but the finished part should be left. */
export function metalNeverReached(unreached: Unreached, lastOp: number | null, told: Told): Finding[] {
  if (unreached.volumeMm3 <= 0.01) return [];
  const sides = [...new Set(unreached.pieces.flatMap((p) => p.sides))];
  const inside = unreached.pieces.filter((p) => p.sides.length === 0).length;
  const places = [
    ...(sides.length > 0 ? [`on the ${sides.map((s) => PART_SIDE[s]).join(', ')}`] : []),
    ...(inside > 0 ? [`in ${inside} ${inside === 1 ? 'place' : 'places'} inside the part's outline`] : []),
  ];
  const from = DIRECTIONS.filter((d) => unreached.pieces.every((p) => p.reachedFrom.includes(d)));
  const hidden = unreached.pieces.filter((p) => p.reachedFrom.length === 0).length;
  return [
    finding(told, 'transition/metal-never-reached', 'stop', {
      says: `${told.speech.volume(unreached.volumeMm3)} ${lastOp === null ? 'of the blank' : `after Op ${lastOp}`} are never reached: ${places.join(' and ')}.`,
      numbers: { volumeMm3: unreached.volumeMm3, pieces: unreached.pieces.length },
      because:
        lastOp === null ? 'The route has no setup yet.' : 'No setup cuts deep enough there, or an overhang hides it.',
      remedy:
        lastOp === null
          ? 'Add the first setup, or take one of the proposed routes.'
          : hidden > 0
            ? `${hidden === unreached.pieces.length ? 'No straight direction reaches it whole' : `${hidden} of ${unreached.pieces.length} pieces cannot be reached whole from one straight direction`}: change the part, or machine it from several sides or with an undercutting tool.`
            : `Cut a setup deeper, or add one${from.length > 0 ? `: all of it is reached with the ${from.map((d) => PART_SIDE[d]).join(' or the ')} up` : ' with that side up'}.`,
    }),
  ];
}
