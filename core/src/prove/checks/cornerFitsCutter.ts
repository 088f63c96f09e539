import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';

/** An inner corner, or the end of a slot, that a setup makes; along the spindle. */
export interface MadeCorner {
  readonly radiusMm: number;
}

/** A cutter leaves no inner corner smaller than its own radius. */
export function cornerFitsCutter(
  corners: readonly MadeCorner[],
  { tools }: Pick<Setup, 'tools'>,
  told: Told,
): Finding[] {
  const known = tools.flatMap((t) => (t.diameter === null ? [] : [t.diameter]));
  const mills = tools.flatMap((t) => (t.use === 'milling' && t.diameter !== null ? [t.diameter] : []));
  if (mills.length === 0 || known.length < tools.length) return [];
  const smallest = Math.min(...mills);
  const tight = corners.filter((c) => 2 * c.radiusMm < smallest - 1e-3);
  if (tight.length === 0) return [];
  const radius = Math.min(...tight.map((c) => c.radiusMm));
  const { speech } = told;
  return [
    finding(told, 'prove/corner-smaller-than-cutter', 'caution', {
      says: `${tight.length === 1 ? `An inner corner of R${speech.sizeWithUnit(radius)} needs` : `${tight.length} inner corners down to R${speech.sizeWithUnit(radius)} need`} a cutter of ${speech.sizeWithUnit(2 * radius)} at most; the smallest mill in the list has ${speech.sizeWithUnit(smallest)}.`,
      numbers: { radiusMm: radius, smallestMillMm: smallest, count: tight.length },
      because: 'A larger cutter leaves metal in the corner.',
      remedy: 'List the cutter that goes in, or cut the corner in another setup.',
    }),
  ];
}
