import type { Rotation } from '../frames';
import type { TriangleMesh } from './mesh';
import { ViewMesh } from './viewMesh';

/** Straight pieces in a view: u0 v0 u1 v1 … */
export type Segments = Float64Array;

/** The edges of a solid seen in a view: the pieces that can be seen, and those something stands in front of. */
export interface ViewLines {
  readonly visible: Segments;
  readonly hidden: Segments;
}

/** Facets of a round face meet at less than this; between flat faces every angle is an edge. */
const SMOOTH_COSINE = Math.cos((30 * Math.PI) / 180);
const FLAT_COSINE = Math.cos((1 * Math.PI) / 180);
/** Nearer in depth than this is the surface itself, mm. */
const DEPTH_MM = 1e-5;

/**
 * Facets of a round wall seen along itself lean to and fro by up to this, as chords do: no contour runs between them.
 */
const TURNED = 0.03;
/** A facet as nearly edge-on as this covers nothing that its neighbors do not. */
const THIN = 1e-4;

/** Height of a facet as a share of its length below which its normal is rounding. */
const SLIVER = 1e-4;

/** A flat facet that is less high, mm, has a normal of rounding. */
const HAIR_MM = 1e-3;

type Range = [number, number];

/** Edges to draw: sharp ones, and where a round face turns away from the eye. Pairs of vertex numbers. */
function edgesToDraw(view: ViewMesh): [number, number][] {
  const { triangles, mesh, towardsEye } = view;
  const found: [number, number][] = [];
  const { normals, sliver, hair } = facetNormals(mesh);
  const edges = sharedEdges(triangles);
  settleHairs(edges, normals, hair);
  for (const [a, b, i, j] of edges) {
    const cosine = between(normals, i, j);
    const round = mesh.curved?.[i] || mesh.curved?.[j];
    // inside one round face there are no edges, however its facets lie
    const inside = round && mesh.faces !== undefined && mesh.faces[i] === mesh.faces[j];
    const sharp = !inside && cosine < (round ? SMOOTH_COSINE : FLAT_COSINE);
    const contour = round && !sliver[i] && !sliver[j] && towardsEye[i] > TURNED !== towardsEye[j] > TURNED;
    if (sharp || contour) found.push([a, b]);
  }
  return found;
}

/** An edge by the numbers of its ends, and the two facets that meet there. */
type Shared = readonly [a: number, b: number, one: number, other: number];

function sharedEdges(triangles: Uint32Array): Shared[] {
  const seenOnce = new Map<number, number>();
  const found: Shared[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    for (let k = 0; k < 3; k++) {
      const a = triangles[t + k];
      const b = triangles[t + ((k + 1) % 3)];
      const key = Math.min(a, b) * 2 ** 26 + Math.max(a, b);
      const other = seenOnce.get(key);
      if (other === undefined) {
        seenOnce.set(key, t / 3);
        continue;
      }
      seenOnce.delete(key);
      found.push([a, b, other, t / 3]);
    }
  }
  return found;
}

const between = (normals: Float64Array, i: number, j: number): number =>
  normals[3 * i] * normals[3 * j] + normals[3 * i + 1] * normals[3 * j + 1] + normals[3 * i + 2] * normals[3 * j + 2];

/**
 * A facet as thin as a hair has a normal of rounding: it takes that of the neighbor it is nearest to, so that no edge
 * runs along it where it lies in a face. Hairs side by side settle one after another.
 */
function settleHairs(edges: readonly Shared[], normals: Float64Array, hair: Uint8Array): void {
  const beside = edges.filter(([, , i, j]) => hair[i] || hair[j]);
  for (let round = 0; round < 4 && beside.length > 0; round++) {
    const nearest = new Map<number, { readonly from: number; readonly cosine: number }>();
    for (const [, , i, j] of beside)
      for (const [thin, other] of [
        [i, j],
        [j, i],
      ]) {
        if (!hair[thin] || hair[other]) continue;
        const cosine = between(normals, thin, other);
        if (cosine > (nearest.get(thin)?.cosine ?? -2)) nearest.set(thin, { from: other, cosine });
      }
    for (const [thin, { from }] of nearest) {
      normals.copyWithin(3 * thin, 3 * from, 3 * from + 3);
      hair[thin] = 0;
    }
  }
}

/** Unit normals of the facets, which are slivers, and which so thin that theirs means nothing. */
function facetNormals({ positions: p, triangles }: TriangleMesh): {
  normals: Float64Array;
  sliver: Uint8Array;
  hair: Uint8Array;
} {
  const hair = new Uint8Array(triangles.length / 3);
  const normals = new Float64Array(triangles.length);
  const sliver = new Uint8Array(triangles.length / 3);
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [3 * triangles[t], 3 * triangles[t + 1], 3 * triangles[t + 2]];
    const [ax, ay, az] = [p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2]];
    const [bx, by, bz] = [p[c] - p[a], p[c + 1] - p[a + 1], p[c + 2] - p[a + 2]];
    const n = [ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx];
    const length = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]) || 1;
    for (let k = 0; k < 3; k++) normals[t + k] = n[k] / length;
    const longest = Math.max(
      ax * ax + ay * ay + az * az,
      bx * bx + by * by + bz * bz,
      (bx - ax) ** 2 + (by - ay) ** 2 + (bz - az) ** 2,
    );
    if (length < SLIVER * longest) sliver[t / 3] = 1;
    if (length < HAIR_MM * Math.sqrt(longest)) hair[t / 3] = 1;
  }
  return { normals, sliver, hair };
}

/** The share of an edge that a triangle hides: where it lies inside the triangle's outline and behind its plane. */
function hiddenBy(view: ViewMesh, t: number, a: number, b: number): Range | null {
  const { u, v, w, triangles } = view;
  const corner = [triangles[t], triangles[t + 1], triangles[t + 2]];
  let from = 0;
  let to = 1;
  // keeps the share where a value that runs from `s` to `e` is not negative
  for (let k = 0; k < 4; k++) {
    let s: number;
    let e: number;
    if (k < 3) {
      const p = corner[k];
      const q = corner[(k + 1) % 3];
      const du = u[q] - u[p];
      const dv = v[q] - v[p];
      const slack = 1e-7 * Math.sqrt(du * du + dv * dv);
      s = du * (v[a] - v[p]) - dv * (u[a] - u[p]) + slack;
      e = du * (v[b] - v[p]) - dv * (u[b] - u[p]) + slack;
    } else {
      s = planeAbove(view, corner, a) - w[a] - DEPTH_MM;
      e = planeAbove(view, corner, b) - w[b] - DEPTH_MM;
    }
    if (s < 0 && e < 0) return null;
    if (s < 0) from = Math.max(from, s / (s - e));
    else if (e < 0) to = Math.min(to, s / (s - e));
    if (from >= to) return null;
  }
  return [from, to];
}

/** Depth of a triangle's plane over a vertex. */
function planeAbove({ u, v, w }: ViewMesh, [p, q, r]: readonly number[], i: number): number {
  const twice = (u[q] - u[p]) * (v[r] - v[p]) - (v[q] - v[p]) * (u[r] - u[p]);
  const s = ((u[i] - u[p]) * (v[r] - v[p]) - (v[i] - v[p]) * (u[r] - u[p])) / twice;
  const g = ((u[q] - u[p]) * (v[i] - v[p]) - (v[q] - v[p]) * (u[i] - u[p])) / twice;
  return w[p] + s * (w[q] - w[p]) + g * (w[r] - w[p]);
}

/** Ranges joined where they touch or overlap, in order. */
function joined(ranges: Range[], gap: number): Range[] {
  const out: Range[] = [];
  for (const [from, to] of [...ranges].sort((a, b) => a[0] - b[0])) {
    const last = out.at(-1);
    if (last && from <= last[1] + gap) last[1] = Math.max(last[1], to);
    else out.push([from, to]);
  }
  return out;
}

/** What of `ranges` lies outside `taken`; both joined. */
function outside(ranges: Range[], taken: Range[], least: number): Range[] {
  return ranges.flatMap(([from, to]) => {
    const out: Range[] = [];
    let at = from;
    for (const [s, e] of taken) {
      if (e <= at || s >= to) continue;
      if (s - at > least) out.push([at, s]);
      at = Math.max(at, e);
    }
    if (to - at > least) out.push([at, to]);
    return out;
  });
}

type Point = readonly [number, number];

/** Pieces gathered by the straight line they lie on, as ranges along it. */
class Lines {
  readonly #lines = new Map<string, { n: readonly [number, number]; c: number; visible: Range[]; hidden: Range[] }>();

  add(kind: 'visible' | 'hidden', [u0, v0]: Point, [u1, v1]: Point): void {
    let [du, dv] = [u1 - u0, v1 - v0];
    const length = Math.hypot(du, dv);
    if (length < 1e-6) return;
    du /= length;
    dv /= length;
    if (du < -1e-9 || (Math.abs(du) <= 1e-9 && dv < 0)) {
      du = -du;
      dv = -dv;
    }
    const c = -dv * u0 + du * v0;
    const key = `${Math.round(du * 1e5)},${Math.round(dv * 1e5)},${Math.round(c * 1e4)}`;
    let line = this.#lines.get(key);
    if (!line) this.#lines.set(key, (line = { n: [du, dv], c, visible: [], hidden: [] }));
    const [s, e] = [line.n[0] * u0 + line.n[1] * v0, line.n[0] * u1 + line.n[1] * v1];
    line[kind].push([Math.min(s, e), Math.max(s, e)]);
  }

  /** Each line drawn once; where it is visible, nothing hidden behind it is drawn. */
  take(): ViewLines {
    const visible: number[] = [];
    const hidden: number[] = [];
    for (const {
      n: [du, dv],
      c,
      ...ranges
    } of this.#lines.values()) {
      const put = (into: number[], [s, e]: Range) =>
        into.push(du * s - dv * c, dv * s + du * c, du * e - dv * c, dv * e + du * c);
      const seen = joined(ranges.visible, 1e-6);
      seen.forEach((r) => put(visible, r));
      outside(joined(ranges.hidden, 1e-6), seen, 1e-4).forEach((r) => put(hidden, r));
    }
    return { visible: Float64Array.from(visible), hidden: Float64Array.from(hidden) };
  }
}

/**
 * Visible and hidden edges of a closed mesh in an orthographic view (ISO 128-2: full and dashed lines).
 * Exact for the mesh: each edge is cut at the outline and the plane of every facet that stands in front of it.
 * @param mesh closed, corners joined, curved facets marked
 * @param rotation rows: drawing right, drawing up, towards the eye
 */
export const viewLines = (mesh: TriangleMesh, rotation: Rotation): ViewLines => viewLinesTogether([mesh], rotation)[0];

/**
 * The same of several bodies that stand together, none inside another: of each its own edges, behind all of them.
 * @param meshes all in one frame
 */
export function viewLinesTogether(meshes: readonly TriangleMesh[], rotation: Rotation): ViewLines[] {
  const view = new ViewMesh(meshes.length === 1 ? meshes[0] : sideBySide(meshes), rotation);
  const { u, v, w, towardsEye, highest } = view;
  const lines = meshes.map(() => new Lines());
  const ends: number[] = [];
  for (const { positions } of meshes) ends.push((ends.at(-1) ?? 0) + positions.length / 3);
  for (const [a, b] of edgesToDraw(view)) {
    const own = lines[ends.findIndex((end) => a < end)];
    const covered: Range[] = [];
    const lowest = Math.min(w[a], w[b]);
    view.near({
      u0: u[a],
      v0: v[a],
      u1: u[b],
      v1: v[b],
      visit: (t) => {
        if (towardsEye[t / 3] < THIN || highest[t / 3] <= lowest + DEPTH_MM) return;
        const range = hiddenBy(view, t, a, b);
        if (range) covered.push(range);
      },
    });
    const hidden = joined(covered, 1e-9);
    const at = (s: number): Point => [u[a] + s * (u[b] - u[a]), v[a] + s * (v[b] - v[a])];
    for (const [s, e] of hidden) own.add('hidden', at(s), at(e));
    for (const [s, e] of outside([[0, 1]], hidden, 1e-9)) own.add('visible', at(s), at(e));
  }
  return lines.map((l) => l.take());
}

/** Several meshes as one, corners and faces of each its own. */
export function sideBySide(meshes: readonly TriangleMesh[]): TriangleMesh {
  const corners = meshes.reduce((sum, m) => sum + m.positions.length, 0);
  const facets = meshes.reduce((sum, m) => sum + m.triangles.length, 0);
  const positions = new Float64Array(corners);
  const triangles = new Uint32Array(facets);
  const curved = new Uint8Array(facets / 3);
  const faces = new Uint32Array(facets / 3);
  let [corner, index, face] = [0, 0, 0];
  for (const m of meshes) {
    positions.set(m.positions, corner);
    m.triangles.forEach((t, i) => {
      triangles[index + i] = t + corner / 3;
    });
    if (m.curved) curved.set(m.curved, index / 3);
    let most = 0;
    for (let i = 0; i < m.triangles.length / 3; i++) {
      // without numbers of faces every facet is one
      const own = m.faces ? m.faces[i] : i;
      faces[index / 3 + i] = face + own;
      most = Math.max(most, own);
    }
    corner += m.positions.length;
    index += m.triangles.length;
    face += most + 1;
  }
  return { positions, triangles, curved, faces };
}
