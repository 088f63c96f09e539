import { axisOf, DIRECTIONS, dot, opposite, unitVector, type Axis, type Direction } from '../frames';
import type { Dowel } from '../job';
import type { CylinderFeature, Feature } from '../part';
import { axesAcross } from './pattern';

/** Bores of other diameters are no holes for dowels, mm (ISO 2338, from 1 on). */
const DIAMETER = { least: 1, most: 50 };

/** The bores of a part that dowels along an axis can stand in. */
export const boresAlong = (features: readonly Feature[], along: Axis): CylinderFeature[] =>
  features.filter(
    (f): f is CylinderFeature =>
      f.kind === 'bore' &&
      f.diameter >= DIAMETER.least - 1e-6 &&
      f.diameter <= DIAMETER.most + 1e-6 &&
      DIRECTIONS.some((d) => axisOf(d) === along && dot(unitVector(d), f.axis) > 1 - 1e-9),
  );

/** Place and diameter of a bore as the hole of a dowel; null: none along this axis can stand in it. */
export function boreAlong(feature: Feature, along: Axis): Pick<Dowel, 'u' | 'v' | 'diameter'> | null {
  const [bore] = boresAlong([feature], along);
  if (!bore) return null;
  const [u, v] = axesAcross(along);
  return { u: bore.at[u], v: bore.at[v], diameter: bore.diameter };
}

/** A bore of the part as a hole of the pattern. Drilled with ordinary drills it comes out as H11 (common practice). */
export const boreHole = (id: string, feature: Feature, along: Axis): Dowel | null => {
  const place = boreAlong(feature, along);
  return place && { id, bore: feature.id, bush: null, ...place, pin: 'h8', hole: 'H11', relieved: false, land: null };
};

/** A dowel comes in from below: the bore goes through, or is open there. */
export const isOpenBelow = ({ through, opens }: CylinderFeature, up: Direction): boolean =>
  through || opens === opposite(up);

/**
 * Two bores of a part that lies with a side up, for two dowels: as far apart as there are, rather of two diameters, for
 * two equal ones go on turned half round.
 * @returns null: there are not two
 */
export function proposedBores(
  features: readonly Feature[],
  up: Direction,
): readonly [CylinderFeature, CylinderFeature] | null {
  const along = axisOf(up);
  const [u, v] = axesAcross(along);
  const usable = boresAlong(features, along).filter((b) => isOpenBelow(b, up));
  let best: { readonly pair: readonly [CylinderFeature, CylinderFeature]; readonly score: number } | null = null;
  for (const [i, a] of usable.entries())
    for (const b of usable.slice(i + 1)) {
      const apart = Math.hypot(b.at[u] - a.at[u], b.at[v] - a.at[v]);
      if (apart < a.diameter + b.diameter) continue;
      const score = apart * (Math.abs(a.diameter - b.diameter) > 0.5 ? 2 : 1);
      if (!best || score > best.score + 1e-9) best = { pair: [a, b], score };
    }
  return best && best.pair;
}
