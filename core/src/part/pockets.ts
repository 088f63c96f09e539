import { cross, dot, scale, subtract, type Vec3 } from '../frames';
import type { Feature, FeatureSurface, PlaneFeature, Pocket } from './feature';
import { Neighbors, type FloorEdge } from './walls';

const length = (v: Vec3) => Math.sqrt(dot(v, v));

/** Edges one after the other, as they go round. */
export function loopsOf(edges: readonly FloorEdge[]): FloorEdge[][] {
  const key = (p: Vec3) => `${p.x},${p.y},${p.z}`;
  const from = new Map<string, FloorEdge[]>();
  for (const e of edges) from.set(key(e.from), [...(from.get(key(e.from)) ?? []), e]);
  const loops: FloorEdge[][] = [];
  for (const list of from.values())
    while (list.length > 0) {
      const loop = [list.pop()!];
      for (let next = from.get(key(loop[0].to))?.pop(); next; next = from.get(key(next.to))?.pop()) loop.push(next);
      loops.push(loop);
    }
  return loops;
}

/** Twice the area inside a loop, seen against the normal: outer loops run counter-clockwise. */
const twiceArea = (loop: readonly FloorEdge[], normal: Vec3): number =>
  loop.reduce((sum, e) => sum + dot(cross(e.from, e.to), normal), 0);

/** The loop around a floor; null: there is none. The others go round islands and holes in it. */
export const outerOf = (loops: readonly FloorEdge[][], normal: Vec3): FloorEdge[] | null =>
  loops.reduce<FloorEdge[] | null>(
    (best, loop) => (best && twiceArea(best, normal) >= twiceArea(loop, normal) ? best : loop),
    null,
  );

/** Extent of points along a direction. */
function extent(points: readonly Vec3[], along: Vec3): number {
  let [low, high] = [Infinity, -Infinity];
  for (const p of points) {
    const d = dot(p, along);
    low = Math.min(low, d);
    high = Math.max(high, d);
  }
  return high - low;
}

/** The facets of every feature, by number, in the order of the features. */
export function facetsOf({ featureOf }: FeatureSurface, features: number): Set<number>[] {
  const out = Array.from({ length: features }, () => new Set<number>());
  featureOf.forEach((f, t) => {
    if (f >= 0) out[f].add(t);
  });
  return out;
}

/** Walls of more facets are those of a free form: no pocket is told of it. */
const MOST_WALLS = 20_000;

/**
 * The pocket a face is the floor of; null: it is open on a side, or is the bottom of a bore. Its depth is to the
 * lowest place of its rim that looks the way the floor does.
 */
function pocketOf(
  floor: PlaneFeature,
  { features, surface, near }: Looking,
  facets: ReadonlySet<number>,
): Pocket | null {
  const edges = near.edgesOf(facets, floor.normal);
  const outer = outerOf(loopsOf(edges), floor.normal);
  if (!outer?.every((e) => e.rises)) return null;
  const walls = near.wallsFrom(
    outer.map((e) => e.beyond),
    floor.normal,
    MOST_WALLS,
  );
  if (walls.size > MOST_WALLS) return null;
  const of = new Set([...walls].map((t) => surface.featureOf[t]));
  const beside = [...of].flatMap((i) => (i < 0 ? [] : [features[i]]));
  if (of.size === 1 && beside[0]?.kind === 'bore') return null;
  const height = (p: Vec3) => dot(p, floor.normal) - floor.level;
  const points = [...walls].flatMap((t) => [0, 1, 2].map((k) => near.corner(t, k)));
  const rims = near
    .around(walls)
    .filter((t) => !facets.has(t) && dot(near.normal(t), floor.normal) > 0.5)
    .map((t) => Math.min(...[0, 1, 2].map((k) => height(near.corner(t, k)))))
    .filter((h) => h > 1e-6);
  const depthMm = rims.length > 0 ? Math.min(...rims) : Math.max(...points.map(height));
  const longest = outer.reduce((a, b) =>
    length(subtract(b.to, b.from)) > length(subtract(a.to, a.from)) + 1e-9 ? b : a,
  );
  const edge = subtract(longest.to, longest.from);
  const along = scale(edge, 1 / length(edge));
  const sizes = [extent(points, along), extent(points, cross(floor.normal, along))];
  const corners = beside.flatMap((f) =>
    f.kind === 'round' && f.hollow && Math.abs(dot(f.axis, floor.normal)) > 1 - 1e-9 ? [f.diameter / 2] : [],
  );
  return {
    lengthMm: Math.max(...sizes),
    widthMm: Math.min(...sizes),
    depthMm,
    cornerMm: corners.length > 0 ? Math.min(...corners) : null,
  };
}

interface Looking {
  readonly features: readonly Feature[];
  readonly surface: FeatureSurface;
  readonly near: Neighbors;
}

/** The features of a part, each flat one with the pocket it is the floor of. */
export function withPockets(features: readonly Feature[], surface: FeatureSurface): Feature[] {
  const near = new Neighbors(surface.mesh);
  const facets = facetsOf(surface, features.length);
  return features.map((f, i) =>
    f.kind === 'plane' && f.side !== null && f.belowOutermost! > 1e-6
      ? { ...f, pocket: pocketOf(f, { features, surface, near }, facets[i]) }
      : f,
  );
}

/** Bores of one size and direction that begin and end at the same heights, in the order of the features. */
export function holeGroups(features: readonly Feature[]): Feature[][] {
  const groups = new Map<string, Feature[]>();
  for (const f of features) {
    if (f.kind !== 'bore') continue;
    const middle = dot(f.at, f.axis);
    const key = [f.diameter, f.depth, Math.abs(middle), f.axis.x ** 2, f.axis.y ** 2, f.axis.z ** 2]
      .map((v) => v.toFixed(4))
      .join();
    groups.set(key, [...(groups.get(key) ?? []), f]);
  }
  return [...groups.values()].filter((g) => g.length > 1);
}
