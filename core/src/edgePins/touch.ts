import { dot, rotate, vec, type Rotation, type Vec3 } from '../frames';
import type { Feature } from '../part';
import type { TriangleMesh } from '../solid';
import type { PinSide } from './sides';

/** A place seen from above, mm. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** The axis along which a pin comes, and which way. */
export const COMES: Readonly<Record<PinSide, { readonly axis: 'x' | 'y'; readonly way: 1 | -1 }>> = {
  left: { axis: 'x', way: 1 },
  right: { axis: 'x', way: -1 },
  front: { axis: 'y', way: 1 },
  rear: { axis: 'y', way: -1 },
};

/** An upright round of the part: what a pin really touches where a mesh has flat facets. Seen from above. */
export interface UprightRound extends Spot {
  readonly radius: number;
  /** the material is outside: an inner corner, the end of a slot */
  readonly hollow: boolean;
}

/** Where a round pin touches an edge. Seen from above, mm. */
export interface Touched {
  /** middle of the pin */
  readonly center: Spot;
  /** where it touches */
  readonly at: Spot;
  /** unit, out of the part: from where it touches to the middle of the pin */
  readonly outward: Spot;
}

/** A straight piece of what a pin can meet. */
export type Piece = readonly [from: Spot, to: Spot];

/** The upright rounds of a part in a setup, before it is moved anywhere. */
export function uprightRounds(features: readonly Feature[], rotation: Rotation): UprightRound[] {
  return features.flatMap((f): UprightRound[] => {
    if (f.kind === 'plane') return [];
    const axis = rotate(rotation, f.axis);
    if (Math.abs(dot(axis, vec(0, 0, 1))) < 1 - 1e-9) return [];
    const { x, y } = rotate(rotation, f.at);
    return [{ x, y, radius: f.diameter / 2, hollow: f.hollow }];
  });
}

/** What of a triangle lies between two heights, as a ring of corners. */
function between(corners: readonly Vec3[], from: number, to: number): Vec3[] {
  const cut = (ring: readonly Vec3[], level: number, keeps: (z: number) => boolean): Vec3[] =>
    ring.flatMap((a, i) => {
      const b = ring[(i + 1) % ring.length];
      const out = keeps(a.z) ? [a] : [];
      if (keeps(a.z) === keeps(b.z)) return out;
      const t = (level - a.z) / (b.z - a.z);
      return [...out, { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y), z: level }];
    });
  const above = cut(corners, from, (z) => z >= from);
  return cut(above, to, (z) => z <= to);
}

/** All of a body that lies between two heights, as straight pieces seen from above: what a pin so high can meet. */
export function piecesBetween({ positions, triangles }: TriangleMesh, from: number, to: number): Piece[] {
  const pieces: Piece[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const corners = [0, 1, 2].map((k) => {
      const i = 3 * triangles[t + k];
      return { x: positions[i], y: positions[i + 1], z: positions[i + 2] };
    });
    if (corners.every((c) => c.z < from) || corners.every((c) => c.z > to)) continue;
    const ring = between(corners, from, to);
    ring.forEach((a, i) => {
      const b = ring[(i + 1) % ring.length];
      if (a.x !== b.x || a.y !== b.y) pieces.push([a, b]);
    });
  }
  return pieces;
}

/** How far a pin that comes along +u at v = `a` gets until it touches a corner or a straight piece; null: it passes. */
function metBy(u: number, v: number, r: number, a: number): number | null {
  const off = v - a;
  return Math.abs(off) > r ? null : u - Math.sqrt(r * r - off * off);
}

interface Met {
  readonly u: number;
  /** where it touches */
  readonly at: readonly [u: number, v: number];
}

function metPiece([[u0, v0], [u1, v1]]: readonly (readonly [number, number])[], r: number, a: number): Met | null {
  let best: Met | null = null;
  const take = (u: number | null, at: readonly [number, number]) => {
    if (u !== null && (!best || u < best.u)) best = { u, at };
  };
  take(metBy(u0, v0, r, a), [u0, v0]);
  take(metBy(u1, v1, r, a), [u1, v1]);
  const dv = v1 - v0;
  const long = Math.hypot(u1 - u0, dv);
  if (long > 0 && Math.abs(dv) > 1e-12 * long) {
    // the normal of the piece that looks against the way the pin comes
    const [nu, nv] = dv > 0 ? [-dv / long, (u1 - u0) / long] : [dv / long, -(u1 - u0) / long];
    const t = (a - r * nv - v0) / dv;
    if (t > 0 && t < 1) {
      const at: readonly [number, number] = [u0 + t * (u1 - u0), v0 + t * dv];
      take(at[0] + r * nu, at);
    }
  }
  return best;
}

/**
 * A facet of a round lies so much inside it at the most, mm: files of curves are read to 0.01. What lies deeper is a
 * face of its own, or as coarse as its file has it.
 */
const FACET_MM = 0.02;

/**
 * A round pin that comes from one side until it touches: the first place of all pieces. Where that lies on an upright
 * round, the round itself counts and not its facets: its middle then is the sum (or the difference) of the radii away.
 * @param along where the middle of the pin moves, on the axis across
 * @returns null: nothing stands in front of it
 */
export function touchedFrom(
  pieces: readonly Piece[],
  { side, along, radius: r }: { readonly side: PinSide; readonly along: number; readonly radius: number },
  rounds: readonly UprightRound[] = [],
): Touched | null {
  const { axis, way } = COMES[side];
  const turned = ({ x, y }: Spot): readonly [number, number] => (axis === 'x' ? [way * x, y] : [way * y, x]);
  const back = (u: number, v: number): Spot => (axis === 'x' ? { x: way * u, y: v } : { x: v, y: way * u });
  let best: Met | null = null;
  for (const [from, to] of pieces) {
    const ends = [turned(from), turned(to)];
    if (Math.max(ends[0][1], ends[1][1]) < along - r || Math.min(ends[0][1], ends[1][1]) > along + r) continue;
    const met = metPiece(ends, r, along);
    if (met && (!best || met.u < best.u)) best = met;
  }
  if (!best) return null;
  const found = onRound(best, { r, along }, rounds, turned) ?? best;
  const center = back(found.u, along);
  const at = back(...found.at);
  return { center, at, outward: { x: (center.x - at.x) / r, y: (center.y - at.y) / r } };
}

/** The same touch on the round whose facet was met; null: it was none of a round. */
function onRound(
  { u, at }: Met,
  { r, along }: { readonly r: number; readonly along: number },
  rounds: readonly UprightRound[],
  turned: (s: Spot) => readonly [number, number],
): Met | null {
  for (const round of rounds) {
    const [cu, cv] = turned(round);
    const { radius, hollow } = round;
    const far = Math.hypot(at[0] - cu, at[1] - cv);
    if (far > radius + 1e-6 || far < radius - FACET_MM) continue;
    // the middle of the pin moves along v = along, and comes to lie so far from the axis of the round
    const reach = hollow ? radius - r : radius + r;
    const off = along - cv;
    if (reach <= 0 || Math.abs(off) >= reach) continue;
    const half = Math.sqrt(reach * reach - off * off);
    const [middle] = [cu - half, cu + half].sort((a, b) => Math.abs(a - u) - Math.abs(b - u));
    if (Math.abs(middle - u) > FACET_MM) continue;
    const share = radius / reach;
    return { u: middle, at: [cu + share * (middle - cu), cv + share * off] };
  }
  return null;
}

/** How far a place lies from the nearest piece, and where that is. */
export function nearestOf(pieces: readonly Piece[], p: Spot): { readonly mm: number; readonly at: Spot } {
  let best = { mm: Infinity, at: p };
  for (const [a, b] of pieces) {
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const t = Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy)));
    const at = { x: a.x + t * dx, y: a.y + t * dy };
    const mm = Math.hypot(p.x - at.x, p.y - at.y);
    if (mm < best.mm) best = { mm, at };
  }
  return best;
}
