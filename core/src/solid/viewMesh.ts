import type { Rotation } from '../frames';
import type { TriangleMesh } from './mesh';

/** Triangles seen more edge-on than this do not cover anything. */
const EDGE_ON = 1e-7;

interface Grid {
  readonly u0: number;
  readonly v0: number;
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
}

/** Every cell a triangle that is not edge-on overlaps: row by row, only as wide as the triangle is there. */
function eachCell(
  { u, v, triangles, towardsEye }: Pick<ViewMesh, 'u' | 'v' | 'triangles' | 'towardsEye'>,
  { u0, v0, cell, columns, rows }: Grid,
  put: (cell: number, t: number) => void,
): void {
  const clamp = (x: number, most: number) => (x < 0 ? 0 : x > most ? most : x);
  for (let t = 0; t < triangles.length; t += 3) {
    if (Math.abs(towardsEye[t / 3]) < EDGE_ON) continue;
    const va = v[triangles[t]];
    const vb = v[triangles[t + 1]];
    const vc = v[triangles[t + 2]];
    const j0 = clamp(Math.floor((Math.min(va, vb, vc) - v0) / cell), rows - 1);
    const j1 = clamp(Math.floor((Math.max(va, vb, vc) - v0) / cell), rows - 1);
    for (let j = j0; j <= j1; j++) {
      const low = j === j0 ? -Infinity : v0 + j * cell;
      const high = j === j1 ? Infinity : v0 + (j + 1) * cell;
      let from = Infinity;
      let to = -Infinity;
      for (let k = 0; k < 3; k++) {
        const p = triangles[t + k];
        const q = triangles[t + (k === 2 ? 0 : k + 1)];
        const lowest = v[p] < v[q] ? p : q;
        const highest = lowest === p ? q : p;
        const span = v[highest] - v[lowest];
        if (v[highest] < low || v[lowest] > high) continue;
        const s = span === 0 || v[lowest] >= low ? 0 : (low - v[lowest]) / span;
        const e = span === 0 || v[highest] <= high ? 1 : (high - v[lowest]) / span;
        const at = u[lowest] + s * (u[highest] - u[lowest]);
        const end = u[lowest] + e * (u[highest] - u[lowest]);
        from = Math.min(from, at, end);
        to = Math.max(to, at, end);
      }
      const i1 = clamp(Math.floor((to + 1e-9 - u0) / cell), columns - 1);
      for (let i = clamp(Math.floor((from - 1e-9 - u0) / cell), columns - 1); i <= i1; i++) put(j * columns + i, t);
    }
  }
}

/**
 * A mesh turned into a view, its triangles sorted into a grid of the view's plane, so that everything above or below
 * a point or along a line is found without looking at the rest. View coordinates: u right, v up, w towards the eye.
 */
export class ViewMesh {
  readonly u: Float64Array;
  readonly v: Float64Array;
  readonly w: Float64Array;
  readonly triangles: Uint32Array;
  /** third component of each triangle's unit normal: + looks at the eye */
  readonly towardsEye: Float64Array;
  /** greatest depth of each triangle */
  readonly highest: Float64Array;
  /** triangles of each cell, one after another, and where each cell begins */
  readonly #inCell: Uint32Array;
  readonly #begins: Uint32Array;
  readonly #columns: number;
  readonly #rows: number;
  readonly #min: readonly [number, number];
  readonly #cell: number;
  #stamp: Uint32Array;
  #stamps = 0;

  /** @param rotation rows: drawing right, drawing up, towards the eye */
  constructor(
    readonly mesh: TriangleMesh,
    rotation: Rotation,
  ) {
    const [r, up, eye] = rotation.rows;
    const { positions: p, triangles } = mesh;
    const count = p.length / 3;
    this.u = new Float64Array(count);
    this.v = new Float64Array(count);
    this.w = new Float64Array(count);
    for (let i = 0; i < count; i++) {
      const [x, y, z] = [p[3 * i], p[3 * i + 1], p[3 * i + 2]];
      this.u[i] = r.x * x + r.y * y + r.z * z;
      this.v[i] = up.x * x + up.y * y + up.z * z;
      this.w[i] = eye.x * x + eye.y * y + eye.z * z;
    }
    this.triangles = triangles;
    this.towardsEye = new Float64Array(triangles.length / 3);
    let [u0, v0, u1, v1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < count; i++) {
      u0 = Math.min(u0, this.u[i]);
      u1 = Math.max(u1, this.u[i]);
      v0 = Math.min(v0, this.v[i]);
      v1 = Math.max(v1, this.v[i]);
    }
    this.#min = [u0, v0];
    const area = Math.max((u1 - u0) * (v1 - v0), 1e-9);
    this.#cell = Math.max(
      Math.sqrt((2 * area) / Math.max(triangles.length / 3, 1)),
      Math.max(u1 - u0, v1 - v0) / 400,
      1e-6,
    );
    this.#columns = Math.floor((u1 - u0) / this.#cell) + 1;
    this.#rows = Math.floor((v1 - v0) / this.#cell) + 1;
    this.#stamp = new Uint32Array(triangles.length / 3);
    this.highest = new Float64Array(triangles.length / 3);
    for (let t = 0; t < triangles.length; t += 3) {
      this.towardsEye[t / 3] = this.#facing(t);
      this.highest[t / 3] = Math.max(this.w[triangles[t]], this.w[triangles[t + 1]], this.w[triangles[t + 2]]);
    }
    // counted first, then put: cells as one list instead of many
    const grid: Grid = { u0, v0, cell: this.#cell, columns: this.#columns, rows: this.#rows };
    const begins = new Uint32Array(this.#columns * this.#rows + 1);
    eachCell(this, grid, (cell) => {
      begins[cell + 1] += 1;
    });
    for (let c = 0; c < this.#columns * this.#rows; c++) begins[c + 1] += begins[c];
    const inCell = new Uint32Array(begins[this.#columns * this.#rows]);
    const filled = begins.slice();
    eachCell(this, grid, (cell, t) => {
      inCell[filled[cell]++] = t;
    });
    this.#begins = begins;
    this.#inCell = inCell;
  }

  /** Third component of a triangle's unit normal. */
  #facing(t: number): number {
    const { u, v, w, triangles } = this;
    const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]];
    const nx = (v[b] - v[a]) * (w[c] - w[a]) - (w[b] - w[a]) * (v[c] - v[a]);
    const ny = (w[b] - w[a]) * (u[c] - u[a]) - (u[b] - u[a]) * (w[c] - w[a]);
    const nz = (u[b] - u[a]) * (v[c] - v[a]) - (v[b] - v[a]) * (u[c] - u[a]);
    const length = Math.sqrt(nx * nx + ny * ny + nz * nz);
    return length < 1e-14 ? 0 : nz / length;
  }

  #column(u: number): number {
    return Math.max(0, Math.min(this.#columns - 1, Math.floor((u - this.#min[0]) / this.#cell)));
  }

  #row(v: number): number {
    return Math.max(0, Math.min(this.#rows - 1, Math.floor((v - this.#min[1]) / this.#cell)));
  }

  /** Calls `visit` once for every triangle that is not edge-on and may lie in a rectangle of the view. */
  near({
    u0,
    v0,
    u1,
    v1,
    visit,
  }: {
    readonly u0: number;
    readonly v0: number;
    readonly u1: number;
    readonly v1: number;
    readonly visit: (t: number) => void;
  }): void {
    const margin = 1e-6;
    const [i0, i1] = [this.#column(Math.min(u0, u1) - margin), this.#column(Math.max(u0, u1) + margin)];
    const [j0, j1] = [this.#row(Math.min(v0, v1) - margin), this.#row(Math.max(v0, v1) + margin)];
    this.#stamps += 1;
    // locals: these loops are where drawing spends its time
    const [begins, inCell, stamp, stamps, columns] = [
      this.#begins,
      this.#inCell,
      this.#stamp,
      this.#stamps,
      this.#columns,
    ];
    for (let j = j0; j <= j1; j++) {
      for (let i = i0; i <= i1; i++) {
        const cell = j * columns + i;
        for (let k = begins[cell]; k < begins[cell + 1]; k++) {
          const t = inCell[k];
          if (stamp[t / 3] === stamps) continue;
          stamp[t / 3] = stamps;
          visit(t);
        }
      }
    }
  }

  /**
   * Depths w at which the line through (u, v) towards the eye crosses the surface, with the side that is crossed;
   * unsorted.
   */
  crossings(u: number, v: number): { readonly w: number; readonly towardsEye: boolean; readonly t: number }[] {
    const found: { w: number; towardsEye: boolean; t: number }[] = [];
    this.near({
      u0: u,
      v0: v,
      u1: u,
      v1: v,
      visit: (t) => {
        const w = this.depthAt(t, u, v);
        if (w === null) return;
        const towardsEye = this.towardsEye[t / 3] > 0;
        // on an edge two triangles of one face are met at once
        if (!found.some((f) => f.towardsEye === towardsEye && Math.abs(f.w - w) < 1e-9))
          found.push({ w, towardsEye, t });
      },
    });
    return found;
  }

  /** Depth of a triangle's plane at a point inside its outline; null outside. */
  depthAt(t: number, pu: number, pv: number): number | null {
    const { u, v, w, triangles } = this;
    const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]];
    const twice = (u[b] - u[a]) * (v[c] - v[a]) - (v[b] - v[a]) * (u[c] - u[a]);
    const s = ((pu - u[a]) * (v[c] - v[a]) - (pv - v[a]) * (u[c] - u[a])) / twice;
    const q = ((u[b] - u[a]) * (pv - v[a]) - (v[b] - v[a]) * (pu - u[a])) / twice;
    return s < 0 || q < 0 || s + q > 1 ? null : w[a] + s * (w[b] - w[a]) + q * (w[c] - w[a]);
  }

  /** True when a point of the view lies inside the closed solid: the first surface above it is seen from outside. */
  isInside(u: number, v: number, w: number): boolean {
    let nearest: { w: number; towardsEye: boolean } | null = null;
    for (const crossing of this.crossings(u, v)) {
      if (crossing.w > w && (!nearest || crossing.w < nearest.w)) nearest = crossing;
    }
    return nearest?.towardsEye ?? false;
  }
}

const views = new WeakMap<TriangleMesh, Map<string, ViewMesh>>();

/** A mesh as it is seen that way: made once, and kept as long as the mesh. */
export function viewOf(mesh: TriangleMesh, rotation: Rotation): ViewMesh {
  const ofMesh = views.get(mesh) ?? new Map<string, ViewMesh>();
  views.set(mesh, ofMesh);
  const key = rotation.rows.map((r) => `${r.x},${r.y},${r.z}`).join(' ');
  let view = ofMesh.get(key);
  if (!view) ofMesh.set(key, (view = new ViewMesh(mesh, rotation)));
  return view;
}
