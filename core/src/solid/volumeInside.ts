import { AXES, axisOf, DIRECTIONS, signOf, type Box3 } from '../frames';
import { clip, type Corner } from './clip';
import { meshBox, type TriangleMesh } from './mesh';

/**
 * Over the surface inside the box: `six`, the sum of p·(2·area·normal) counted from `o`, which is six times the volume
 * under it; and the sum of area·normal.
 */
function sums({
  mesh,
  low,
  high,
  o,
  beyond = -1,
}: {
  readonly mesh: TriangleMesh;
  readonly low: readonly number[];
  readonly high: readonly number[];
  readonly o: readonly number[];
  readonly beyond?: number;
}): { six: number; normal: Corner } {
  const { positions: p, triangles } = mesh;
  let six = 0;
  const normal: Corner = [0, 0, 0];
  for (let t = 0; t < triangles.length; t += 3) {
    const [i, j, k] = [3 * triangles[t], 3 * triangles[t + 1], 3 * triangles[t + 2]];
    let out = false;
    let whole = true;
    for (let a = 0; a < 3; a++) {
      const [x, y, z] = [p[i + a], p[j + a], p[k + a]];
      const least = x < y ? (x < z ? x : z) : y < z ? y : z;
      const most = x > y ? (x > z ? x : z) : y > z ? y : z;
      if ((most <= low[a] && (least < low[a] || a === beyond)) || (least >= high[a] && most > high[a])) {
        out = true;
        break;
      }
      if (least < low[a] || most > high[a]) whole = false;
    }
    if (out) continue;
    let polygon: Corner[] = [
      [p[i], p[i + 1], p[i + 2]],
      [p[j], p[j + 1], p[j + 2]],
      [p[k], p[k + 1], p[k + 2]],
    ];
    if (!whole)
      for (let a = 0; a < 3 && polygon.length > 0; a++) {
        polygon = clip(polygon, a, low[a], 1);
        if (polygon.length > 0) polygon = clip(polygon, a, high[a], -1);
      }
    const [a] = polygon;
    for (let n = 1; n + 1 < polygon.length; n++) {
      const b = polygon[n];
      const c = polygon[n + 1];
      const x = (b[1] - a[1]) * (c[2] - a[2]) - (b[2] - a[2]) * (c[1] - a[1]);
      const y = (b[2] - a[2]) * (c[0] - a[0]) - (b[0] - a[0]) * (c[2] - a[2]);
      const z = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
      six += (a[0] - o[0]) * x + (a[1] - o[1]) * y + (a[2] - o[2]) * z;
      normal[0] += x / 2;
      normal[1] += y / 2;
      normal[2] += z / 2;
    }
  }
  return { six, normal };
}

/**
 * Volume of a closed mesh inside a box (infinite where not bounded): divergence theorem, caps from the sums of
 * normals.
 */
export function volumeInside(mesh: TriangleMesh, low: readonly number[], high: readonly number[]): number {
  const o = [0, 1, 2].map((a) => (low[a] > -Infinity ? low[a] : high[a] < Infinity ? high[a] : 0));
  let { six } = sums({ mesh, low, high, o });
  for (let a = 0; a < 3; a++) {
    if (low[a] === -Infinity || high[a] === Infinity) continue;
    // the cap at the high bound does not pass through o: its area is what the surface beyond it closes
    const beyond = [...high];
    beyond[a] = Infinity;
    const from = [...low];
    from[a] = high[a];
    six += 2 * (high[a] - low[a]) * sums({ mesh, low: from, high: beyond, o, beyond: a }).normal[a];
  }
  return six / 6;
}

/** Less than this is no metal: what booleans leave of films and feathers. */
const NOTHING_MM3 = 1e-5;

/**
 * Box of what has volume: facets that bound nothing (films a boolean may leave beside a face) do not count. From each
 * side the first level of a corner beyond which some volume lies is taken. @returns null when nothing has volume
 */
export function boxOfVolume(mesh: TriangleMesh): Box3 | null {
  if (mesh.triangles.length === 0) return null;
  const box = structuredClone(meshBox(mesh)) as {
    min: Record<'x' | 'y' | 'z', number>;
    max: Record<'x' | 'y' | 'z', number>;
  };
  for (const side of DIRECTIONS) {
    const axis = AXES.indexOf(axisOf(side));
    const sign = signOf(side);
    const levels = [...new Set(mesh.positions.filter((_, i) => i % 3 === axis))].sort((a, b) => sign * (b - a));
    const beyond = (level: number) => {
      const low = [-Infinity, -Infinity, -Infinity];
      const high = [Infinity, Infinity, Infinity];
      (sign > 0 ? low : high)[axis] = level;
      return volumeInside(mesh, low, high);
    };
    const first = levels.findIndex((_, i) => i + 1 < levels.length && beyond(levels[i + 1]) > NOTHING_MM3);
    if (first < 0) return null;
    (sign > 0 ? box.max : box.min)[axisOf(side)] = levels[first];
  }
  return box;
}
