import type { Direction } from '../frames';
import type { Feature } from './feature';
import { looksUp } from './footprint';
import { holeGroups } from './pockets';

/**
 * What a cut from `up` can be made for by itself: pockets, bores of one size together, single bores, and other faces
 * that look up below the top. Each as the features it clears, the first of which says how deep.
 */
export function clearable(features: readonly Feature[], up: Direction): (readonly Feature[])[] {
  const reached = features.filter((f) => looksUp(f, up));
  const faces = reached.filter((f) => f.kind === 'plane' && (f.belowOutermost ?? 0) > 1e-6);
  const isPocket = (f: Feature) => f.kind === 'plane' && f.pocket !== null;
  return [
    ...faces.filter(isPocket).map((f) => [f]),
    ...holeGroups(reached),
    ...reached.filter((f) => f.kind === 'bore').map((f) => [f]),
    ...faces.filter((f) => !isPocket(f)).map((f) => [f]),
  ];
}
