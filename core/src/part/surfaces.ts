import { dot, type Vec3 } from '../frames';
import { facet, vertex, type TriangleMesh } from '../solid';
import { fitCylinder, fitFace, misfit, type Cylinder } from './cylinder';

/** Corners of a plane or cylindrical face lie on it to within this, mm: readers put them there. */
const ON_SURFACE_MM = 1e-5;

/** What a face of the model is: a plane (`normal·x = level`, normal out of the part), a cylinder, or something else. */
export type Surface =
  | { readonly kind: 'plane'; readonly normal: Vec3; readonly level: number }
  | ({
      readonly kind: 'cylinder';
      /** the material is outside: a bore or an inner corner */ readonly hollow: boolean;
    } & Cylinder)
  | { readonly kind: 'other' };

export interface Face {
  readonly surface: Surface;
  readonly areaMm2: number;
  /** triangle starts (multiples of 3) */
  readonly triangles: readonly number[];
}

function cornersOf(mesh: TriangleMesh, triangles: readonly number[]): Vec3[] {
  return [...new Set(triangles.flatMap((t) => [mesh.triangles[t], mesh.triangles[t + 1], mesh.triangles[t + 2]]))].map(
    (i) => vertex(mesh, i),
  );
}

function surfaceOf(mesh: TriangleMesh, triangles: readonly number[]): Surface {
  const facets = triangles.map((t) => ({ t, ...facet(mesh, t) })).filter((f) => f.area > 1e-12);
  if (facets.length === 0) return { kind: 'other' };
  const largest = facets.reduce((a, b) => (b.area > a.area ? b : a));
  const corners = cornersOf(mesh, triangles);
  const level = dot(largest.normal, vertex(mesh, mesh.triangles[largest.t]));
  if (!mesh.curved?.[triangles[0] / 3] || corners.every((p) => Math.abs(dot(largest.normal, p) - level) < 1e-6)) {
    return { kind: 'plane', normal: largest.normal, level };
  }
  const normals = [largest.normal, ...facets.map((f) => f.normal)];
  const plain = fitCylinder(corners, normals);
  const cylinder =
    plain && misfit(corners, plain) <= Math.max(ON_SURFACE_MM, mesh.cornersWithin ?? 0)
      ? plain
      : fitFace(corners, normals);
  if (!cylinder) return { kind: 'other' };
  return { kind: 'cylinder', ...cylinder, hollow: isHollow(mesh, largest, cylinder) };
}

function isHollow(mesh: TriangleMesh, { t, normal }: { t: number; normal: Vec3 }, { point, axis }: Cylinder): boolean {
  const p = vertex(mesh, mesh.triangles[t]);
  const d = { x: p.x - point.x, y: p.y - point.y, z: p.z - point.z };
  const h = dot(d, axis);
  return dot(normal, { x: d.x - h * axis.x, y: d.y - h * axis.y, z: d.z - h * axis.z }) < 0;
}

/**
 * The faces of a part as its model has them, each told as the surface it lies on. @param mesh with `faces`, corners
 * joined
 */
export function facesOf(mesh: TriangleMesh): Face[] {
  const byFace = new Map<number, number[]>();
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const face = mesh.faces?.[t / 3] ?? t / 3;
    const known = byFace.get(face);
    if (known) known.push(t);
    else byFace.set(face, [t]);
  }
  return [...byFace.values()].map((triangles) => ({
    triangles,
    surface: surfaceOf(mesh, triangles),
    areaMm2: triangles.reduce((sum, t) => sum + facet(mesh, t).area, 0),
  }));
}
