import {
  AXES,
  axisOf,
  byAxis,
  DIRECTIONS,
  dot,
  lookAlong,
  rotationOf,
  signOf,
  type Box3,
  type Direction,
} from '../frames';
import type { Part } from '../part';
import {
  DEVIATION_MM,
  facet,
  isGapOfFacets,
  TOUCH_MM,
  vertex,
  viewOf,
  type Kernel,
  type Solid,
  type TriangleMesh,
  type ViewMesh,
} from '../solid';
import type { Material } from './material';

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

/**
 * Directions along which nothing of the part stands between the piece and the cutter. Sampled on the piece's facets.
 */
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

const viewsOf = (part: Part): ReadonlyMap<Direction, ViewMesh> => {
  const mesh = part.solid.mesh();
  return new Map(DIRECTIONS.map((d) => [d, viewOf(mesh, rotationOf(lookAlong(d)))]));
};

/** Shells of a solid, each with the voids it encloses taken off its volume. */
function shellsOf(kernel: Kernel, solid: Solid): { readonly shell: Solid; readonly volumeMm3: number }[] {
  const all = kernel.pieces(solid).map((shell) => ({ shell, volumeMm3: shell.volumeMm3(), box: shell.box() }));
  const isIn = (a: Box3, b: Box3) =>
    AXES.every((axis) => a.min[axis] >= b.min[axis] - TOUCH_MM && a.max[axis] <= b.max[axis] + TOUCH_MM);
  const voids = all.filter((s) => s.volumeMm3 < 0);
  const bodies = all.filter((s) => s.volumeMm3 >= 0).map((body) => ({ ...body, around: body.volumeMm3 }));
  for (const hole of voids) {
    const around = bodies.filter((b) => isIn(hole.box, b.box)).sort((a, b) => a.around - b.around)[0];
    if (around) around.volumeMm3 += hole.volumeMm3;
    hole.shell.release();
  }
  return bodies;
}

/**
 * The metal no setup reached, with the part sides each piece stands out on and where it can be reached from. A part
 * that lies enclosed in a piece is a void of that piece. `rest` stays the material's.
 */
export function unreachedMetal(kernel: Kernel, last: Material, part: Part): { facts: Unreached; rest: Solid | null } {
  if (last.isDone) return { facts: { volumeMm3: 0, pieces: [] }, rest: null };
  const rest = last.excess;
  const pieces = rest.isEmpty()
    ? []
    : shellsOf(kernel, rest)
        .flatMap(({ shell, volumeMm3 }): UnreachedPiece[] => {
          const box = shell.box();
          const sides = DIRECTIONS.filter((side) =>
            signOf(side) > 0
              ? box.max[axisOf(side)] > part.box.max[axisOf(side)] + 1e-6
              : box.min[axisOf(side)] < part.box.min[axisOf(side)] - 1e-6,
          );
          const mesh = shell.mesh();
          const isMetal =
            volumeMm3 > 0.01 &&
            !isGapOfFacets({ mesh, volumeMm3 }, [{ mesh: part.surface, turned: true }], DEVIATION_MM);
          const from = isMetal ? reachedFrom(mesh, viewsOf(part)) : [];
          shell.release();
          return isMetal ? [{ volumeMm3, box, sides, reachedFrom: from }] : [];
        })
        .sort((a, b) => b.volumeMm3 - a.volumeMm3);
  return { facts: { volumeMm3: pieces.reduce((sum, p) => sum + p.volumeMm3, 0), pieces }, rest };
}
