import { dot, subtract, type Vec3 } from '../frames';
import { seeded } from '../random';
import type { Chain } from './chain';
import type { ExactJob } from './located';
import { chainsOf, meetingOf, ownSize, placeOf, type CutFeature } from './mismatch';
import { TrueRoute } from './truePlacement';
import { valueOf } from './forms';

/** What many simulated parts say of how far two features miss each other, in the direction that is worst. mm */
export interface Simulated {
  readonly count: number;
  /** parts further off than the worst case says */
  readonly outside: number;
  /** the furthest off */
  readonly most: number;
  /** standard deviation about nothing */
  readonly deviation: number;
  /** what the root of the sum of squares lets expect of it: causes spread evenly between their limits */
  readonly expected: number;
}

/** So many parts are simulated. */
export const PARTS = 10_000;

/** Rounding, mm. */
const ROUNDING_MM = 1e-6;

/** How far apart the two are, and what locates them, at most. */
function spanOf({ setups }: ExactJob, { feature: a }: CutFeature, { feature: b }: CutFeature): number {
  const apart = subtract(a.at, b.at);
  const reaches = setups.map(({ reach }) => 2 * Math.hypot(reach.x, reach.y, reach.z));
  return Math.hypot(apart.x, apart.y, apart.z) + Math.max(0, ...reaches);
}

/** Where a feature of one part really lies against its place, along a direction of the part. */
function reallyAt(
  route: TrueRoute,
  chain: Chain,
  {
    cut,
    direction,
    sizes,
  }: { readonly cut: CutFeature; readonly direction: Vec3; readonly sizes: ReadonlyMap<string, number> },
): number {
  if (cut.madeBy !== null)
    return dot(direction, route.cutAt(cut.madeBy, cut.feature.at)) + valueOf(ownSize(chain, cut, direction), sizes);
  return valueOf(placeOf(chain, cut, direction), sizes);
}

/**
 * Parts with every cause somewhere between its limits, evenly, each run through the whole route with true rigid
 * placements: a proof of worst case and root sum of squares that does not share their sums.
 * @returns null: worst case or what it hangs on is not known
 */
export function simulate(
  job: ExactJob,
  [a, b]: readonly [CutFeature, CutFeature],
  seed: number,
  count: number = PARTS,
): Simulated | null {
  const ways = chainsOf(job);
  const { misses } = meetingOf(ways, a, b);
  const [miss] = misses;
  if (!ways || !miss || miss.worst === null || miss.likely === null) return null;
  const next = seeded(seed);
  const span = spanOf(job, a, b);
  let [outside, most, squares] = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const way = ways[i % ways.length];
    const sizes = new Map(way.causes.map((c) => [c.id, (2 * next() - 1) * (c.mm ?? 0)]));
    const route = new TrueRoute(way, sizes);
    const at = (cut: CutFeature) => reallyAt(route, way, { cut, direction: miss.along, sizes });
    const off = Math.abs(at(b) - at(a));
    // along the direction as drawn, a part that lies turned is shorter by this much: no miss, and in no sum
    const byTurning = route.turned ** 2 * span;
    if (off > miss.worst + byTurning + ROUNDING_MM) outside += 1;
    most = Math.max(most, off);
    squares += off * off;
  }
  return { count, outside, most, deviation: Math.sqrt(squares / count), expected: miss.likely / Math.sqrt(3) };
}
