import {
  add,
  axisOf,
  cross,
  NO_ROTATION,
  scale,
  signOf,
  subtract,
  unitVector,
  vec,
  type Direction,
  type Vec3,
} from '../frames';
import type { Feature, FeatureSurface } from '../part';
import { vertex, viewOf, type TriangleMesh } from '../solid';
import type { Material } from './material';

/** So far off a face it is looked whether there is material, mm. */
const OFF_MM = 0.02;
/** Out of the way of corners and edges that lie on round numbers. */
const NUDGE = vec(1.7e-6, 2.3e-6, 1.1e-6);

interface Spot {
  readonly at: Vec3;
  readonly areaMm2: number;
  readonly normal: Vec3;
}

/** A triangle as a place on the surface, with its area and the way it looks. */
function spotOf(mesh: TriangleMesh, first: number): Spot {
  const [a, b, c] = [0, 1, 2].map((k) => vertex(mesh, mesh.triangles[first + k]));
  const n = cross(subtract(b, a), subtract(c, a));
  const double = Math.hypot(n.x, n.y, n.z);
  const normal = double > 0 ? scale(n, 1 / double) : vec(0, 0, 0);
  return { at: scale(add(a, add(b, c)), 1 / 3), areaMm2: double / 2, normal };
}

const larger = (best: Spot | null, spot: Spot): Spot => (!best || spot.areaMm2 > best.areaMm2 ? spot : best);

/** Just outside the middle of the largest piece of a flat face of a mesh; null: there is none. */
export function outsideFace(mesh: TriangleMesh, side: Direction, level: number): Vec3 | null {
  const axis = axisOf(side);
  let best: Spot | null = null;
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    if (Math.abs(vertex(mesh, mesh.triangles[t])[axis] - level) > 1e-4) continue;
    const spot = spotOf(mesh, t);
    if (Math.abs(spot.at[axis] - level) < 1e-4 && signOf(side) * spot.normal[axis] > 0.999) best = larger(best, spot);
  }
  return best && add(best.at, scale(unitVector(side), OFF_MM));
}

/** Just outside the middle of the largest piece of a feature. @param index its place in the list of features */
export function outsideFeature({ mesh, featureOf }: FeatureSurface, index: number): Vec3 | null {
  let best: Spot | null = null;
  for (let t = 0; t < featureOf.length; t++) if (featureOf[t] === index) best = larger(best, spotOf(mesh, 3 * t));
  return best && add(best.at, scale(best.normal, OFF_MM));
}

const isIn = (mesh: TriangleMesh, at: Vec3) => viewOf(mesh, NO_ROTATION).isInside(at.x, at.y, at.z);

const holds = (material: Material, at: Vec3): boolean =>
  isIn(material.kept.mesh(), at) || (!material.frame.isEmpty() && isIn(material.frame.mesh(), at));

/** Who takes the material away at a place: nobody, since there is none in the blank; nobody, it stays; or a setup. */
export type MadeBy = 'blank' | 'nobody' | number;

/** @param left what each setup leaves, in their order */
export function madeBy(blank: Material, left: readonly Material[], outside: Vec3): MadeBy {
  const at = add(outside, NUDGE);
  if (!holds(blank, at)) return 'blank';
  const index = left.findIndex((material) => !holds(material, at));
  return index < 0 ? 'nobody' : index;
}

/** Where a feature stands in the list of all of them; −1: it is not there. */
export const indexOf = (features: readonly Feature[], feature: Feature): number =>
  features.findIndex((f) => f.id === feature.id);
