import { AXES } from '../frames';
import type { TriangleMesh } from './mesh';

/** Coordinates of one axis closer than this are one: a sum that was rounded another way. */
const ROUNDING_MM = 1e-9;
/** What a boolean makes within this of a coordinate that is known was meant to lie there. */
const SNAP_MM = 1e-7;

/** The level within rounding of a coordinate, or null. @param levels sorted */
export function nearestLevel(levels: ArrayLike<number>, at: number): number | null {
  let [low, high] = [0, levels.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (levels[middle] < at) low = middle + 1;
    else high = middle;
  }
  const [below, above] = [low > 0 ? at - levels[low - 1] : Infinity, low < levels.length ? levels[low] - at : Infinity];
  if (Math.min(below, above) > SNAP_MM) return null;
  return below < above ? levels[low - 1] : levels[low];
}

/** Every coordinate that occurs in a mesh, per axis, sorted. */
export function coordinatesOf({ positions }: TriangleMesh): Float64Array[] {
  return AXES.map((_, k) => {
    const all = new Float64Array(positions.length / 3);
    for (let i = 0; i < all.length; i++) all[i] = positions[3 * i + k];
    return all.sort().filter((v, i, sorted) => i === 0 || v !== sorted[i - 1]);
  });
}

/**
 * The mesh with coordinates that differ by rounding only, such as the two ends of a chord of a circle, made the same.
 */
export function onOneLevel(mesh: TriangleMesh): TriangleMesh {
  const positions = mesh.positions.slice();
  coordinatesOf(mesh).forEach((sorted, k) => {
    const to = new Map<number, number>();
    for (let from = 0; from < sorted.length;) {
      let end = from + 1;
      while (end < sorted.length && sorted[end] - sorted[end - 1] < ROUNDING_MM) end += 1;
      const one = sorted[(from + end - 1) >> 1];
      for (let i = from; i < end; i++) if (sorted[i] !== one) to.set(sorted[i], one);
      from = end;
    }
    if (to.size > 0) for (let i = k; i < positions.length; i += 3) positions[i] = to.get(positions[i]) ?? positions[i];
  });
  return { ...mesh, positions };
}

/** Known levels and, where none lies within rounding, the coordinates of a mesh: sorted, per axis. */
export function knownLevels(levels: readonly (readonly number[])[], mesh: TriangleMesh): Float64Array[] {
  return coordinatesOf(mesh).map((coordinates, k) => {
    const known = Float64Array.from(levels[k]).sort();
    return Float64Array.from([...known, ...coordinates.filter((c) => nearestLevel(known, c) === null)]).sort();
  });
}
