import { axisOf, byAxis, DIRECTIONS, dot, lookAlong, rotationOf, signOf, unitVector, type Box3, type Direction } from '../frames';
import { levelsBelowTop, type Part } from '../part';
import { facet, TOUCH_MM, vertex, ViewMesh, type Kernel, type Solid, type TriangleMesh } from '../solid';
import { withCutPlane, type Flats } from './flats';

/** Less than this is rounding, not metal. */
const NOTHING_MM3 = 1e-3;

/** The material at one point of the route, part coordinates. */
export interface Material {
  readonly key: string;
  readonly solid: Solid;
  readonly volumeMm3: number;
  /** levels at which it can be flat, per part side */
  readonly flats: Flats;
}

export interface Cut {
  readonly left: Material;
  /** what of it goes on to the next setup: without frame and drops that a cut along the outline has freed */
  readonly onward: Material;
  readonly removedMm3: number;
  /** part coordinates; null: nothing removed */
  readonly removedBox: Box3 | null;
  /** depth plane: `u·x = along` */
  readonly along: number;
}

/** Level of the lowest cut along `up`, part coordinates; a depth within a tenth of a micrometre of a face of the part is that face exactly. */
export function depthPlane(part: Part, up: Direction, cutsBelowTop: number): number {
  const axis = axisOf(up);
  const sign = signOf(up);
  const face = levelsBelowTop(part, up).find((l) => Math.abs(l.belowTop - cutsBelowTop) < TOUCH_MM);
  if (face) return sign * face.level;
  return (sign > 0 ? part.box.max[axis] : -part.box.min[axis]) - cutsBelowTop;
}

/** Where a cutter goes that only follows the part's outline: one cutter wide around it, seen along `up`. To be released. */
export function alongOutline(kernel: Kernel, part: Part, before: Material, up: Direction, cutterMm: number): Solid {
  const view = rotationOf(lookAlong(up));
  const box = before.solid.box();
  const reach = Math.max(...[box.min, box.max].map((p) => Math.abs(dot(p, unitVector(up))))) + 1;
  return kernel.prism(kernel.offset(kernel.silhouette(part.solid, view), cutterMm, 'round'), view, -reach, reach);
}

/**
 * What is left after a setup that cuts from direction `up` down to a depth plane:
 * `I' = kept ∪ ( I ∩ ( {u·x ≤ c} ∪ shadow ) )`. Nothing of the finished part is ever cut, and what an overhang of the
 * part hides from the cutter stays.
 * @param kept the finished part, or what of it lies inside the blank, with its volume
 * @param only the cutter goes only inside this solid; null: everywhere. It stays the caller's
 */
export function cutFrom(kernel: Kernel, before: Material, kept: Solid, keptMm3: number, up: Direction, along: number, only: Solid | null = null, onlyKey = ''): Cut {
  const scrap: Solid[] = [];
  const hold = (s: Solid) => { scrap.push(s); return s; };
  // Since the part lies inside what is left, the rule is the same as taking away what the cutter reaches:
  // above the plane, outside part and shadow. That needs fewer and smaller boolean operations.
  const open = hold(kernel.above(before.solid, up, along));
  const shadow = kernel.shadow(kept, up, along);
  const safe = hold(kernel.above(kept, up, along));
  const bare = open.isEmpty() || safe.isEmpty() ? open : hold(kernel.subtract(open, safe));
  const reached = shadow ? hold(kernel.subtract(bare, hold(shadow))) : bare;
  const removed = only && !reached.isEmpty() ? hold(kernel.intersect(reached, only)) : reached;
  const removedMm3 = removed.isEmpty() ? 0 : removed.volumeMm3();
  const removedBox = removedMm3 < NOTHING_MM3 ? null : removed.box();
  if (!removedBox) {
    scrap.forEach((s) => s.release());
    return { left: before, onward: before, removedMm3: 0, removedBox, along };
  }
  const volumeMm3 = before.volumeMm3 - removedMm3;
  // Once only the part is left, its own clean surface stands for it.
  const done = volumeMm3 - keptMm3 < NOTHING_MM3;
  const solid = done ? kept : kernel.subtract(before.solid, removed);
  scrap.forEach((s) => s.release());
  const left = { key: `${before.key} → ${up} ${along}${onlyKey}`, solid, volumeMm3: done ? keptMm3 : solid.volumeMm3(), flats: withCutPlane(before.flats, up, along) };
  return { left, onward: only && !done ? withoutDrops(kernel, left, kept) : left, removedMm3, removedBox, along };
}

/** The pieces that hold something of the part; frame and drops stay at the machine. */
function withoutDrops(kernel: Kernel, left: Material, kept: Solid): Material {
  const pieces = kernel.pieces(left.solid);
  const isPart = pieces.map((piece) => { const common = kernel.intersect(piece, kept); const some = !common.isEmpty() && common.volumeMm3() > NOTHING_MM3; common.release(); return some; });
  const stay = pieces.filter((_, i) => isPart[i]);
  if (stay.length === pieces.length || stay.length === 0) { pieces.forEach((p) => p.release()); return left; }
  const solid = kernel.union(stay);
  const volumeMm3 = solid.volumeMm3();
  pieces.forEach((p) => p.release());
  return { ...left, key: `${left.key} alone`, solid, volumeMm3 };
}

/** Metal that no setup reached: one entry a separate piece. */
export interface Unreached {
  readonly volumeMm3: number;
  readonly pieces: readonly UnreachedPiece[];
}

export interface UnreachedPiece {
  readonly volumeMm3: number;
  readonly box: Box3;
  /** part sides it stands out on */
  readonly sides: readonly Direction[];
  /** directions a cutter can come from without meeting the part, all of the piece */
  readonly reachedFrom: readonly Direction[];
}

/** Directions along which nothing of the part stands between the piece and the cutter. Sampled on the piece's facets. */
function reachedFrom(piece: TriangleMesh, views: ReadonlyMap<Direction, ViewMesh>): Direction[] {
  const step = Math.max(1, Math.floor(piece.triangles.length / 3 / 400)) * 3;
  return DIRECTIONS.filter((d) => {
    const view = views.get(d)!;
    const { rows } = rotationOf(lookAlong(d));
    for (let t = 0; t < piece.triangles.length; t += step) {
      const { normal, area } = facet(piece, t);
      if (area < 1e-6) continue;
      const [a, b, c] = [0, 1, 2].map((k) => vertex(piece, piece.triangles[t + k]));
      // a hair inside the piece, so that a wall of the part beside it is not in the way
      const p = byAxis((axis) => (a[axis] + b[axis] + c[axis]) / 3 - normal[axis] * 1e-3);
      const [u, v, w] = rows.map((r) => dot(r, p));
      if (view.crossings(u, v).some((x) => x.w > w)) return false;
    }
    return true;
  });
}

/** The metal no setup reached, with the part sides each piece stands out on and where it can be reached from. `rest` is to be released. */
export function unreachedMetal(kernel: Kernel, last: Material, part: Part): { facts: Unreached; rest: Solid | null } {
  if (last.solid === part.solid) return { facts: { volumeMm3: 0, pieces: [] }, rest: null };
  const rest = kernel.subtract(last.solid, part.solid);
  const views = new Map<Direction, ViewMesh>();
  const pieces = rest.isEmpty() ? [] : kernel.pieces(rest).flatMap((piece): UnreachedPiece[] => {
    const volumeMm3 = piece.volumeMm3();
    if (volumeMm3 <= 0.01) { piece.release(); return []; }
    if (views.size === 0) for (const d of DIRECTIONS) views.set(d, new ViewMesh(part.solid.mesh(), rotationOf(lookAlong(d))));
    const box = piece.box();
    const sides = DIRECTIONS.filter((side) =>
      (signOf(side) > 0 ? box.max[axisOf(side)] > part.box.max[axisOf(side)] + 1e-6 : box.min[axisOf(side)] < part.box.min[axisOf(side)] - 1e-6));
    const from = reachedFrom(piece.mesh(), views);
    piece.release();
    return [{ volumeMm3, box, sides, reachedFrom: from }];
  }).sort((a, b) => b.volumeMm3 - a.volumeMm3);
  return { facts: { volumeMm3: pieces.reduce((sum, p) => sum + p.volumeMm3, 0), pieces }, rest };
}
