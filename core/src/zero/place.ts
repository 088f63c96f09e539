import { AXES, dot, rotate, rotationOf, unitVector, type Axis, type Orientation } from '../frames';
import type { Setup, ZeroPlace } from '../job';
import type { Feature } from '../part';

export type BoxPlace = Extract<ZeroPlace, string>;

/** What each place is called along each machine axis. */
export const PLACE_NAME: Record<Axis, Record<BoxPlace, string>> = {
  x: { min: 'left', middle: 'middle', max: 'right' },
  y: { min: 'front', middle: 'middle', max: 'rear' },
  z: { min: 'bottom', middle: 'middle', max: 'top' },
};

/**
 * Where places on features lie along the machine axes, seated frame, mm; axes that are taken from a box are left out.
 */
export type FeatureLevels = Partial<Record<Axis, number>>;

/** Features by the id a choice uses; null: it was there and is gone. */
export type FeatureLookup = (id: string) => Feature | null;

export function featureIdsOf(place: ZeroPlace): readonly string[] {
  if (typeof place === 'string') return [];
  return 'on' in place ? [place.on] : place.between;
}

/** "left", "axis of bore ⌀21 through", "middle between left face and right face" */
export function placeName(axis: Axis, place: ZeroPlace, nameOf: (featureId: string) => string): string {
  if (typeof place === 'string') return PLACE_NAME[axis][place];
  if ('between' in place) return `middle between ${nameOf(place.between[0])} and ${nameOf(place.between[1])}`;
  const name = nameOf(place.on);
  return /⌀/.test(name) ? `axis of ${name}` : name;
}

/**
 * Coordinate a feature gives along a machine axis, seated frame: a face square to the axis, or the axis of a bore that
 * lies across it.
 */
export function featureLevel(feature: Feature, axis: Axis, orientation: Orientation): number | null {
  const along = rotationOf(orientation).rows[AXES.indexOf(axis)];
  const direction = feature.kind === 'plane' ? feature.normal : feature.axis;
  const aligned = Math.abs(dot(direction, along));
  if (feature.kind === 'plane') return aligned > 1 - 1e-9 ? dot(feature.at, along) : null;
  return aligned < 1e-9 ? dot(feature.at, along) : null;
}

/** What cannot be used of the places on features, axis by axis. */
export interface PlaceProblem {
  readonly axis: Axis;
  readonly featureId: string;
  readonly why: 'gone' | 'direction';
}

/** Resolves the places of a zero that are on features. */
export function featureLevels(
  zero: Pick<Setup['zero'], Axis>,
  orientation: Orientation,
  lookup: FeatureLookup,
): { levels: FeatureLevels; problems: PlaceProblem[] } {
  const levels: FeatureLevels = {};
  const problems: PlaceProblem[] = [];
  for (const axis of AXES) {
    const ids = featureIdsOf(zero[axis]);
    const found = ids.map((id) => {
      const feature = lookup(id);
      const level = feature && featureLevel(feature, axis, orientation);
      if (level === null) problems.push({ axis, featureId: id, why: feature ? 'direction' : 'gone' });
      return level;
    });
    if (ids.length > 0 && found.every((l) => l !== null))
      levels[axis] = found.reduce((a, b) => a + b, 0) / found.length;
  }
  return { levels, problems };
}

/** A point of the seated frame back in part coordinates. */
export function fromSeated(orientation: Orientation, p: Record<Axis, number>) {
  const { rows } = rotationOf(orientation);
  return {
    x: rows[0].x * p.x + rows[1].x * p.y + rows[2].x * p.z,
    y: rows[0].y * p.x + rows[1].y * p.y + rows[2].y * p.z,
    z: rows[0].z * p.x + rows[1].z * p.y + rows[2].z * p.z,
  };
}

/** True when a face looks the way a direction of the seated part does. */
export function looksTowards(
  feature: Feature,
  direction: Parameters<typeof unitVector>[0],
  orientation: Orientation,
): boolean {
  return (
    feature.kind === 'plane' && dot(rotate(rotationOf(orientation), feature.normal), unitVector(direction)) > 1 - 1e-9
  );
}
