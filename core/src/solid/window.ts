import { AXES, type Axis } from '../frames';
import { clip, type Corner } from './clip';
import type { TriangleMesh } from './mesh';

/**
 * A range along each axis; an axis left out is unbounded. Same frame as the mesh it is used on. What comes no further into it than to its
 * edge is outside: an edge that is exactly level with the end of a locator is no contact.
 */
export type Window = { readonly [axis in Axis]?: readonly [number, number] };

/** What material of a mesh lies inside a window and how far it reaches along one axis. */
export interface Reach {
  /** the furthest coordinate along the axis, in the direction asked for */
  readonly level: number;
  /** area of the faces at that level, square to the axis and looking outwards, inside the window, mm² */
  readonly flatAreaMm2: number;
  /** extent of what touches at that level (faces, edges, points), inside the window */
  readonly touch: { readonly [axis in Axis]: readonly [number, number] };
}

/** Two surfaces closer than this count as touching: a tenth of a micrometer, far below what anyone can measure. */
export const TOUCH_MM = 1e-4;

function corners(mesh: TriangleMesh, t: number): Corner[] {
  return [0, 1, 2].map((k) => {
    const i = 3 * mesh.triangles[t + k];
    return [mesh.positions[i], mesh.positions[i + 1], mesh.positions[i + 2]];
  });
}

/** The window as six numbers: what the loop over all triangles compares with. */
function limits(window: Window): { low: number[]; high: number[] } {
  return { low: AXES.map((a) => window[a]?.[0] ?? -Infinity), high: AXES.map((a) => window[a]?.[1] ?? Infinity) };
}

function clipped(mesh: TriangleMesh, t: number, low: readonly number[], high: readonly number[]): Corner[] {
  let polygon = corners(mesh, t);
  for (let a = 0; a < 3 && polygon.length > 0; a++) {
    if (polygon.some((c) => c[a] < low[a])) polygon = clip(polygon, a, low[a], 1);
    if (polygon.some((c) => c[a] > high[a])) polygon = clip(polygon, a, high[a], -1);
  }
  return polygon;
}

function area(polygon: Corner[]): number {
  let [x, y, z] = [0, 0, 0];
  const [a] = polygon;
  for (let i = 1; i + 1 < polygon.length; i++) {
    const b = polygon[i];
    const c = polygon[i + 1];
    x += (b[1] - a[1]) * (c[2] - a[2]) - (b[2] - a[2]) * (c[1] - a[1]);
    y += (b[2] - a[2]) * (c[0] - a[0]) - (b[0] - a[0]) * (c[2] - a[2]);
    z += (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  }
  return Math.hypot(x, y, z) / 2;
}

/**
 * How far the material inside a window reaches along an axis, and with how much flat area it gets there.
 * The window must be unbounded along that axis in the direction asked for, so the surface decides.
 * Exact for plane faces: every triangle is cut by the window's planes (Sutherland & Hodgman 1974).
 * @param towards +1 for the largest coordinate, -1 for the smallest
 * @returns null when nothing of the mesh lies inside the window
 */
export function reachInWindow(mesh: TriangleMesh, axis: Axis, towards: 1 | -1, window: Window): Reach | null {
  const along = AXES.indexOf(axis);
  const { low, high } = limits(window);
  // what has no width touches nothing
  if (low.some((v, a) => high[a] - v < 2 * TOUCH_MM)) return null;
  const { positions: p, triangles } = mesh;
  let level = -Infinity;
  let candidates: { reach: number; piece: Corner[] }[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const [i, j, k] = [3 * triangles[t], 3 * triangles[t + 1], 3 * triangles[t + 2]];
    const most = Math.max(towards * p[i + along], towards * p[j + along], towards * p[k + along]);
    if (most < level - TOUCH_MM) continue;
    let outside = false;
    let inside = true;
    for (let a = 0; a < 3 && !outside; a++) {
      const [u, v, w] = [p[i + a], p[j + a], p[k + a]];
      outside = (u < low[a] + TOUCH_MM && v < low[a] + TOUCH_MM && w < low[a] + TOUCH_MM) || (u > high[a] - TOUCH_MM && v > high[a] - TOUCH_MM && w > high[a] - TOUCH_MM);
      inside &&= u >= low[a] && v >= low[a] && w >= low[a] && u <= high[a] && v <= high[a] && w <= high[a];
    }
    if (outside) continue;
    const piece = inside ? corners(mesh, t) : clipped(mesh, t, low, high);
    if (piece.length === 0) continue;
    const reach = Math.max(...piece.map((c) => towards * c[along]));
    if (reach > level + TOUCH_MM) candidates = candidates.filter((c) => c.reach > reach - TOUCH_MM);
    level = Math.max(level, reach);
    if (reach > level - TOUCH_MM) candidates.push({ reach, piece });
  }
  if (candidates.length === 0) return null;
  let flatAreaMm2 = 0;
  const touch: [number, number][] = [[Infinity, -Infinity], [Infinity, -Infinity], [Infinity, -Infinity]];
  for (const { piece } of candidates) {
    const touching = piece.filter((corner) => towards * corner[along] > level - TOUCH_MM);
    if (touching.length === piece.length) flatAreaMm2 += area(piece);
    for (const corner of touching) {
      touch.forEach((range, a) => { range[0] = Math.min(range[0], corner[a]); range[1] = Math.max(range[1], corner[a]); });
    }
  }
  return { level: towards * level, flatAreaMm2, touch: { x: touch[0], y: touch[1], z: touch[2] } };
}
