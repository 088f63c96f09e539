import { dot, subtract, type Direction } from '../frames';
import { MOST_CLEARED } from '../job';
import type { Feature } from './feature';
import { looksUp } from './footprint';
import { holeGroups } from './pockets';

/** A bore's flat bottom: it is cut with the bore. */
const isBottomOf = (f: Feature, bore: Feature): boolean => {
  if (f.kind !== 'plane' || bore.kind !== 'bore' || Math.abs(dot(f.normal, bore.axis)) < 1 - 1e-9) return false;
  const [from, to] = [subtract(f.at, bore.at), bore.axis];
  const along = dot(from, to);
  const aside = Math.sqrt(Math.max(0, dot(from, from) - along ** 2));
  return (
    aside < 1e-3 && Math.abs(Math.abs(along) - bore.depth / 2) < 1e-6 && f.areaMm2 < (bore.diameter / 2) ** 2 * 3.1416
  );
};

/** A group in parts of as many as one cut may name. */
const inChunks = (group: readonly Feature[]): Feature[][] =>
  Array.from({ length: Math.ceil(group.length / MOST_CLEARED) }, (_, i) =>
    group.slice(i * MOST_CLEARED, (i + 1) * MOST_CLEARED),
  );

/**
 * What a cut from `up` can be made for by itself: pockets, bores of one size together, single bores, and other faces
 * that look up below the top. Each as the features it clears, the first of which says how deep.
 */
export function clearable(features: readonly Feature[], up: Direction): (readonly Feature[])[] {
  const reached = features.filter((f) => looksUp(f, up));
  const faces = reached.filter(
    (f) => f.kind === 'plane' && (f.belowOutermost ?? 0) > 1e-6 && !features.some((bore) => isBottomOf(f, bore)),
  );
  const isPocket = (f: Feature) => f.kind === 'plane' && f.pocket !== null;
  return [
    ...faces.filter(isPocket).map((f) => [f]),
    ...holeGroups(reached).flatMap(inChunks),
    ...reached.filter((f) => f.kind === 'bore').map((f) => [f]),
    ...faces.filter((f) => !isPocket(f)).map((f) => [f]),
  ];
}
