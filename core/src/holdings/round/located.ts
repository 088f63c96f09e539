import { add, cross, scale, subtract, type Vec3 } from '../../frames';
import type { HoldContact, HoldFacts } from '../../hold';
import { centering, isShort, longestOf, standingLocators, type LocatedBy } from '../../locate';
import type { Gripped, SeatFacts } from '../../seat';
import { isCentre, isJaw, isSupport } from './hold';
import { isRoundGrip } from './seat';

/** Where jaws locate: along what they grip, or in one spot of it where the part is long; on flats across them too. */
function jawSpots(jaws: readonly HoldContact[], gripped: Gripped | null, isSpot: boolean): HoldContact[] {
  const long = gripped ? gripped.to - gripped.from : 0;
  return jaws.map((jaw) => {
    const [a, b] = jaw.points;
    const along = isSpot ? [scale(add(a, b), 0.5)] : [a, b];
    if (!gripped || isRoundGrip(gripped) || long <= 0) return { ...jaw, points: along };
    const axis = subtract(b, a);
    const across = scale(cross(jaw.inward, axis), jaw.areaMm2 / long / 2 / Math.hypot(axis.x, axis.y, axis.z));
    return { ...jaw, points: along.flatMap((p): Vec3[] => [add(p, across), subtract(p, across)]) };
  });
}

/**
 * What decides where a part gripped about an axis lies: jaws that close together, what its end stands on, and the
 * centre of a tailstock. Long parts lie in jaws as in one spot; jaws on flats keep the part from turning.
 */
export function locatedRound({
  seat,
  hold,
  gripped,
}: {
  readonly seat: SeatFacts;
  readonly hold: HoldFacts;
  readonly gripped: Gripped | null;
}): LocatedBy {
  const longMm = longestOf(seat.loadedBox);
  const centre = hold.contacts.filter(isCentre);
  const isSpot = centre.length > 0 && gripped !== null && isShort(gripped.to - gripped.from, longMm);
  const jaws = jawSpots(hold.contacts.filter(isJaw), gripped, isSpot);
  const others = hold.contacts.filter((c) => !isSupport(c) && !isCentre(c));
  return {
    locators: [
      ...(jaws.length > 0 ? [centering('jaws', jaws)] : []),
      ...standingLocators(others, longMm),
      ...(centre.length > 0 ? [centering(centre[0].name, centre)] : []),
    ],
    byHand: [],
  };
}
