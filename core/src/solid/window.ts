import { AXES, type Axis } from '../frames';
import { clip, type Corner } from './clip';
import type { TriangleMesh } from './mesh';

/**
 * A range along each axis; an axis left out is unbounded. Same frame as the mesh it is used on. What comes no further
 * into it than to its edge is outside: an edge that is exactly level with the end of a locator is no contact.
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

/** The window as six numbers: what the loop over triangles compares with. */
function limits(window: Window): { low: number[]; high: number[] } {
  return { low: AXES.map((a) => window[a]?.[0] ?? -Infinity), high: AXES.map((a) => window[a]?.[1] ?? Infinity) };
}

/** Triangles of a mesh gathered by how far they reach along an axis, those that reach furthest first. */
interface Order {
  readonly triangles: Uint32Array;
  /** where each gathering begins in `triangles`, and where the last one ends */
  readonly starts: Uint32Array;
  /** how far each gathering reaches at most */
  readonly most: Float64Array;
}
const GATHERINGS = 256;

/**
 * What looking into windows of a mesh starts from: the box of every triangle (min x y z, max x y z), and their orders
 * as they are asked for.
 */
interface Boxes {
  readonly of: Float64Array;
  readonly orders: Map<number, Order>;
  readonly answers: Map<string, Reach | null>;
}
/** So many answers of one mesh are remembered: a slide looks into the same windows again and again. */
const MOST_ANSWERS = 200;
const known = new WeakMap<TriangleMesh, Boxes>();

function boxesOf(mesh: TriangleMesh): Boxes {
  const found = known.get(mesh);
  if (found) return found;
  const { positions: p, triangles } = mesh;
  const of = new Float64Array(2 * triangles.length);
  for (let t = 0; t < triangles.length; t += 3) {
    const [i, j, k] = [3 * triangles[t], 3 * triangles[t + 1], 3 * triangles[t + 2]];
    for (let a = 0; a < 3; a++) {
      of[2 * t + a] = Math.min(p[i + a], p[j + a], p[k + a]);
      of[2 * t + 3 + a] = Math.max(p[i + a], p[j + a], p[k + a]);
    }
  }
  const made = { of, orders: new Map<number, Order>(), answers: new Map<string, Reach | null>() };
  known.set(mesh, made);
  return made;
}

function orderOf({ of, orders }: Boxes, along: number, towards: 1 | -1): Order {
  const found = orders.get(towards * (along + 1));
  if (found) return found;
  const count = of.length / 6;
  const reach = (t: number) => (towards > 0 ? of[6 * t + 3 + along] : -of[6 * t + along]);
  let [far, near] = [-Infinity, Infinity];
  for (let t = 0; t < count; t++) {
    far = Math.max(far, reach(t));
    near = Math.min(near, reach(t));
  }
  const perMm = far > near ? (GATHERINGS - 1) / (far - near) : 0;
  const gathering = (t: number) => Math.floor((far - reach(t)) * perMm);
  const starts = new Uint32Array(GATHERINGS + 1);
  for (let t = 0; t < count; t++) starts[gathering(t) + 1] += 1;
  for (let g = 0; g < GATHERINGS; g++) starts[g + 1] += starts[g];
  const triangles = new Uint32Array(count);
  const most = new Float64Array(GATHERINGS).fill(-Infinity);
  const next = starts.slice();
  for (let t = 0; t < count; t++) {
    const g = gathering(t);
    triangles[next[g]++] = t;
    most[g] = Math.max(most[g], reach(t));
  }
  const made = { triangles, starts, most };
  orders.set(towards * (along + 1), made);
  return made;
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
  const { low, high } = limits(window);
  // what has no width touches nothing
  if (low.some((v, a) => high[a] - v < 2 * TOUCH_MM)) return null;
  const { answers } = boxesOf(mesh);
  const asked = `${axis}${towards} ${low.join()} ${high.join()}`;
  let found = answers.get(asked);
  if (found === undefined) {
    found = lookInto(mesh, AXES.indexOf(axis), towards, { low, high });
    if (answers.size >= MOST_ANSWERS) answers.clear();
    answers.set(asked, found);
  }
  return found;
}

function lookInto(
  mesh: TriangleMesh,
  along: number,
  towards: 1 | -1,
  { low, high }: ReturnType<typeof limits>,
): Reach | null {
  const boxes = boxesOf(mesh);
  const { of } = boxes;
  const order = orderOf(boxes, along, towards);
  let level = -Infinity;
  let candidates: { reach: number; piece: Corner[] }[] = [];
  const look = (t: number) => {
    const box = 6 * t;
    if ((towards > 0 ? of[box + 3 + along] : -of[box + along]) < level - TOUCH_MM) return;
    let inside = true;
    for (let a = 0; a < 3; a++) {
      if (of[box + 3 + a] < low[a] + TOUCH_MM || of[box + a] > high[a] - TOUCH_MM) return;
      inside &&= of[box + a] >= low[a] && of[box + 3 + a] <= high[a];
    }
    const piece = inside ? corners(mesh, 3 * t) : clipped(mesh, 3 * t, low, high);
    if (piece.length === 0) return;
    const reach = Math.max(...piece.map((c) => towards * c[along]));
    if (reach > level + TOUCH_MM) candidates = candidates.filter((c) => c.reach > reach - TOUCH_MM);
    level = Math.max(level, reach);
    if (reach > level - TOUCH_MM) candidates.push({ reach, piece });
  };
  // from the outermost inwards: what reaches less far than what was found is not looked at
  for (let g = 0; g < GATHERINGS && !(order.most[g] < level - TOUCH_MM); g++) {
    for (let i = order.starts[g]; i < order.starts[g + 1]; i++) look(order.triangles[i]);
  }
  if (candidates.length === 0) return null;
  let flatAreaMm2 = 0;
  const touch: [number, number][] = [
    [Infinity, -Infinity],
    [Infinity, -Infinity],
    [Infinity, -Infinity],
  ];
  for (const { piece } of candidates) {
    const touching = piece.filter((corner) => towards * corner[along] > level - TOUCH_MM);
    if (touching.length === piece.length) flatAreaMm2 += area(piece);
    for (const corner of touching) {
      touch.forEach((range, a) => {
        range[0] = Math.min(range[0], corner[a]);
        range[1] = Math.max(range[1], corner[a]);
      });
    }
  }
  return { level: towards * level, flatAreaMm2, touch: { x: touch[0], y: touch[1], z: touch[2] } };
}
