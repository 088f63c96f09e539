import { AXES, boxSize, byAxis, type Axis, type Box3, type Vec3 } from '../frames';
import type { Copies } from '../job';
import type { TriangleMesh } from '../solid';

/** One of several parts made from one blank. `by`: shift of everything in part coordinates from the first copy, mm. */
export interface CopyPlace {
  readonly number: number;
  readonly by: Vec3;
}

export const countOf = (copies: Copies): number => copies.x * copies.y * copies.z;

/** Distance from a copy to the next along an axis: the part's size and the gap. */
export function pitch(part: Box3, copies: Copies, axis: Axis): number {
  return boxSize(part)[axis] + copies.gap;
}

/** Where the copies lie, the first at no shift; counted along X, then Y, then Z. */
export function copyPlaces(part: Box3, copies: Copies): CopyPlace[] {
  const places: CopyPlace[] = [];
  for (let z = 0; z < copies.z; z++)
    for (let y = 0; y < copies.y; y++)
      for (let x = 0; x < copies.x; x++) {
        const at = { x, y, z };
        places.push({ number: places.length + 1, by: byAxis((axis) => at[axis] * pitch(part, copies, axis)) });
      }
  return places;
}

/** The box around all copies. */
export function boxOfCopies(part: Box3, copies: Copies): Box3 {
  return { min: part.min, max: byAxis((axis) => part.max[axis] + (copies[axis] - 1) * pitch(part, copies, axis)) };
}

/**
 * What the cutter leaves free between two copies: the gap less its diameter, both sides together. Common practice, no
 * source.
 * @returns null when there is only one copy
 */
export function gapLeft(copies: Copies): number | null {
  return countOf(copies) > 1 ? copies.gap - copies.cutter : null;
}

/** The gap a cutter needs: its diameter and a clearance on both sides. Common practice, no source. */
export function gapFor(cutterDiameter: number, clearance: number): number {
  return cutterDiameter + 2 * clearance;
}

/** One surface with every copy in it. */
export function copiedMesh(mesh: TriangleMesh, places: readonly CopyPlace[]): TriangleMesh {
  if (places.length === 1) return mesh;
  const vertices = mesh.positions.length / 3;
  const facesEach = mesh.faces ? Math.max(...mesh.faces) + 1 : 0;
  const positions = new Float64Array(mesh.positions.length * places.length);
  const triangles = new Uint32Array(mesh.triangles.length * places.length);
  places.forEach(({ by }, c) => {
    AXES.forEach((axis, k) => {
      for (let i = k; i < mesh.positions.length; i += 3)
        positions[c * mesh.positions.length + i] = mesh.positions[i] + by[axis];
    });
    mesh.triangles.forEach((v, i) => {
      triangles[c * mesh.triangles.length + i] = v + c * vertices;
    });
  });
  const repeat = <T extends Uint8Array | Uint32Array>(list: T, make: (length: number) => T, step: number): T => {
    const out = make(list.length * places.length);
    places.forEach((_, c) =>
      list.forEach((v, i) => {
        out[c * list.length + i] = v + c * step;
      }),
    );
    return out;
  };
  return {
    positions,
    triangles,
    ...(mesh.curved ? { curved: repeat(mesh.curved, (n) => new Uint8Array(n), 0) } : {}),
    ...(mesh.faces ? { faces: repeat(mesh.faces, (n) => new Uint32Array(n), facesEach) } : {}),
  };
}
