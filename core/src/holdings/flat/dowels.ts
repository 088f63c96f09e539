import { circle, type HoldOf } from '../../hold/input';
import type { HoldTrouble, Obstacle } from '../../hold/types';
import type { FlatDevice } from '../../shop';

/** Dowels stand in the part as far as they reach; what they hold against pushing aside is not counted. */
export function dowelsStanding({ setup: { hold }, seat, dowels }: HoldOf<FlatDevice>): Obstacle[] {
  if (!dowels || !hold.dowels) return [];
  const to = seat.locators.z.at + hold.dowels.up;
  return dowels.dowels.map((d) => ({
    name: d.name,
    footprint: [circle(d.x, d.y, d.diameter / 2)],
    from: 0,
    to,
    cuttable: false,
  }));
}

/** So far around a dowel material is looked for (common practice, no source). */
const AROUND_MM = 1;

/** A hole lies a little beside its dowel: such a share of what ought to be there is all. */
const ALL_ROUND = 0.98;

/** Of the room of a dowel so much may be taken: a hole made of facets is a little smaller than it is. */
const FREE = 0.98;

/** Dowels that would stand in metal: their bore is not cut yet, or not so deep. */
export function dowelsInMetal({ setup: { hold }, seat, dowels, kernel, sectionOf }: HoldOf<FlatDevice>): HoldTrouble[] {
  if (!dowels?.linesUp || !hold.dowels) return [];
  const low = seat.locators.z.at;
  const heights = [0.02, 0.5, 0.98].map((share) => low + share * hold.dowels!.up);
  const bodies = heights.map((z) => sectionOf('loaded', z));
  return dowels.dowels.flatMap((d): HoldTrouble[] => {
    const room = [circle(d.x, d.y, (FREE * d.diameter) / 2)];
    const taken = bodies.map((body) => kernel.flatArea(kernel.flatCommon(room, body)) / kernel.flatArea(room));
    const at = taken.findIndex((share) => share > 1 - FREE);
    if (at < 0) return [];
    return [{ kind: 'dowel-in-metal', name: d.name, isBore: d.bore !== null, fromBelow: at === 0 }];
  });
}

/** Dowels around which the blank is not all there, halfway up. */
export function dowelTrouble({ setup: { hold }, seat, dowels, kernel, sectionOf }: HoldOf<FlatDevice>): HoldTrouble[] {
  // where they do not line up that is told, and the holes are beside the dowels
  if (!dowels?.linesUp || !hold.dowels) return [];
  const { min, max } = seat.loadedBox;
  const height = seat.locators.z.at + Math.min(hold.dowels.up, max.z - min.z) / 2;
  const loaded = sectionOf('loaded', height);
  return dowels.dowels.flatMap((d): HoldTrouble[] => {
    const around = kernel.flatDifference(
      [circle(d.x, d.y, d.drilled / 2 + AROUND_MM)],
      [circle(d.x, d.y, d.drilled / 2)],
    );
    const share = kernel.flatArea(kernel.flatCommon(around, loaded)) / kernel.flatArea(around);
    return share > ALL_ROUND ? [] : [{ kind: 'dowel-in-nothing', name: d.name, share }];
  });
}
