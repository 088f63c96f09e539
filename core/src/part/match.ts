import { boxSize, dot, subtract, type Box3, type Vec3 } from '../frames';
import type { KnownFeature } from '../job';
import type { Feature } from './feature';

/**
 * What the job keeps of a feature that a choice refers to, so that it can be found again in a newer revision of the
 * file.
 */
export function knownFeature(f: Feature, called: string, name = ''): KnownFeature {
  return f.kind === 'plane'
    ? { id: f.id, name, called, kind: 'plane', direction: f.normal, at: f.at, size: f.areaMm2 }
    : { id: f.id, name, called, kind: f.kind, direction: f.axis, at: f.at, size: f.diameter };
}

export type Match =
  | { readonly state: 'same'; readonly feature: Feature }
  | {
      readonly state: 'changed';
      readonly feature: Feature;
      /** from the old place to the new one */ readonly moved: Vec3;
      /** change of diameter; 0 for a face */ readonly grown: number;
    }
  | { readonly state: 'gone' };

/**
 * How far a feature may be from where it was and still be taken for the same one, as a share of the part's diagonal,
 * and how much a bore's diameter or a face's area may change. Rather gone, which stops, than taken for its neighbor.
 */
const FACE_MOVES = 0.05;
const BORE_MOVES = 0.1;
const BORE_GROWS = 0.3;
const FACE_GROWS = 4;

const length = (v: Vec3) => Math.sqrt(dot(v, v));

function likeness(known: KnownFeature, f: Feature, diagonal: number): number | null {
  if (f.kind !== known.kind) return null;
  const parallel = dot(f.kind === 'plane' ? f.normal : f.axis, known.direction);
  if (f.kind === 'plane' ? parallel < 1 - 1e-6 : Math.abs(parallel) < 1 - 1e-6) return null;
  const away = length(subtract(f.at, known.at));
  const size = f.kind === 'plane' ? f.areaMm2 : f.diameter;
  const grown = Math.abs(size - known.size) / Math.max(known.size, 1e-9);
  if (f.kind === 'plane') {
    const level = Math.abs(dot(f.normal, subtract(f.at, known.at)));
    const share = Math.max(size, known.size) / Math.max(Math.min(size, known.size), 1e-9);
    return level > FACE_MOVES * diagonal || share > FACE_GROWS
      ? null
      : level / diagonal + 0.3 * (away / diagonal) + 0.05 * Math.min(grown, 1);
  }
  return away > BORE_MOVES * diagonal || grown > BORE_GROWS ? null : away / diagonal + 0.2 * grown;
}

/**
 * Finds the features a job refers to among those of the part as it is now. What lies where it lay is the same; what
 * is left over is given to the nearest of its kind and direction; the rest is gone.
 */
export function matchFeatures(
  known: readonly KnownFeature[],
  features: readonly Feature[],
  part: Box3,
): Map<string, Match> {
  const diagonal = Math.max(length(boxSize(part)), 1e-9);
  const out = new Map<string, Match>();
  const taken = new Set<string>();
  for (const k of known) {
    const feature = features.find((f) => f.id === k.id);
    if (!feature) continue;
    out.set(k.id, { state: 'same', feature });
    taken.add(feature.id);
  }
  const pairs = known
    .filter((k) => !out.has(k.id))
    .flatMap((k) =>
      features
        .filter((f) => !taken.has(f.id))
        .flatMap((feature) => {
          const cost = likeness(k, feature, diagonal);
          return cost === null ? [] : [{ k, feature, cost }];
        }),
    )
    .sort((a, b) => a.cost - b.cost);
  for (const { k, feature } of pairs) {
    if (out.has(k.id) || taken.has(feature.id)) continue;
    taken.add(feature.id);
    const moved = subtract(feature.at, k.at);
    const grown = feature.kind === 'plane' ? 0 : feature.diameter - k.size;
    const unmoved =
      feature.kind === 'plane'
        ? Math.abs(dot(moved, feature.normal)) < 1e-6
        : length(moved) < 1e-6 && Math.abs(grown) < 1e-6;
    out.set(k.id, unmoved ? { state: 'same', feature } : { state: 'changed', feature, moved, grown });
  }
  return new Map(known.map((k) => [k.id, out.get(k.id) ?? { state: 'gone' }]));
}

/** A newer revision of a part against the one before: what stayed, changed, went and came. */
export interface RevisionReport {
  readonly same: number;
  readonly changed: readonly { readonly was: Feature; readonly match: Extract<Match, { state: 'changed' }> }[];
  readonly gone: readonly Feature[];
  readonly added: readonly Feature[];
}

export function compareParts(before: readonly Feature[], after: readonly Feature[], part: Box3): RevisionReport {
  const matches = matchFeatures(
    before.map((f) => knownFeature(f, '')),
    after,
    part,
  );
  const of = (f: Feature) => matches.get(f.id)!;
  const found = new Set([...matches.values()].flatMap((m) => (m.state === 'gone' ? [] : [m.feature.id])));
  return {
    same: before.filter((f) => of(f).state === 'same').length,
    changed: before.flatMap((was) => {
      const match = of(was);
      return match.state === 'changed' ? [{ was, match }] : [];
    }),
    gone: before.filter((f) => of(f).state === 'gone'),
    added: after.filter((f) => !found.has(f.id)),
  };
}
