import type { Rotation } from '../frames';
import type { TriangleMesh } from './mesh';

/** Triangles seen more edge-on than this do not cover anything. */
const EDGE_ON = 1e-7;

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
  readonly #cells: number[][];
  readonly #columns: number;
  readonly #rows: number;
  readonly #min: readonly [number, number];
  readonly #cell: number;
  #stamp: Uint32Array;
  #stamps = 0;

  /** @param rotation rows: drawing right, drawing up, towards the eye */
  constructor(readonly mesh: TriangleMesh, rotation: Rotation) {
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
      u0 = Math.min(u0, this.u[i]); u1 = Math.max(u1, this.u[i]);
      v0 = Math.min(v0, this.v[i]); v1 = Math.max(v1, this.v[i]);
    }
    this.#min = [u0, v0];
    const area = Math.max((u1 - u0) * (v1 - v0), 1e-9);
    this.#cell = Math.max(Math.sqrt((2 * area) / Math.max(triangles.length / 3, 1)), Math.max(u1 - u0, v1 - v0) / 400, 1e-6);
    this.#columns = Math.floor((u1 - u0) / this.#cell) + 1;
    this.#rows = Math.floor((v1 - v0) / this.#cell) + 1;
    this.#cells = Array.from({ length: this.#columns * this.#rows }, () => []);
    this.#stamp = new Uint32Array(triangles.length / 3);
    for (let t = 0; t < triangles.length; t += 3) this.#put(t);
  }

  #put(t: number): void {
    const { u, v, w, triangles } = this;
    const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]];
    const nx = (v[b] - v[a]) * (w[c] - w[a]) - (w[b] - w[a]) * (v[c] - v[a]);
    const ny = (w[b] - w[a]) * (u[c] - u[a]) - (u[b] - u[a]) * (w[c] - w[a]);
    const nz = (u[b] - u[a]) * (v[c] - v[a]) - (v[b] - v[a]) * (u[c] - u[a]);
    const length = Math.hypot(nx, ny, nz);
    this.towardsEye[t / 3] = length < 1e-14 ? 0 : nz / length;
    if (Math.abs(this.towardsEye[t / 3]) < EDGE_ON) return;
    const [i0, j0] = this.#at(Math.min(u[a], u[b], u[c]), Math.min(v[a], v[b], v[c]));
    const [i1, j1] = this.#at(Math.max(u[a], u[b], u[c]), Math.max(v[a], v[b], v[c]));
    for (let j = j0; j <= j1; j++) for (let i = i0; i <= i1; i++) this.#cells[j * this.#columns + i].push(t);
  }

  #at(u: number, v: number): [number, number] {
    const clamp = (x: number, most: number) => Math.max(0, Math.min(most, x));
    return [clamp(Math.floor((u - this.#min[0]) / this.#cell), this.#columns - 1), clamp(Math.floor((v - this.#min[1]) / this.#cell), this.#rows - 1)];
  }

  /** Calls `visit` once for every triangle that is not edge-on and may lie in a rectangle of the view. */
  near(u0: number, v0: number, u1: number, v1: number, visit: (t: number) => void): void {
    const margin = 1e-6;
    const [i0, j0] = this.#at(Math.min(u0, u1) - margin, Math.min(v0, v1) - margin);
    const [i1, j1] = this.#at(Math.max(u0, u1) + margin, Math.max(v0, v1) + margin);
    this.#stamps += 1;
    for (let j = j0; j <= j1; j++) {
      for (let i = i0; i <= i1; i++) {
        for (const t of this.#cells[j * this.#columns + i]) {
          if (this.#stamp[t / 3] === this.#stamps) continue;
          this.#stamp[t / 3] = this.#stamps;
          visit(t);
        }
      }
    }
  }

  /** Depths w at which the line through (u, v) towards the eye crosses the surface, with the side that is crossed; unsorted. */
  crossings(u: number, v: number): { readonly w: number; readonly towardsEye: boolean; readonly t: number }[] {
    const found: { w: number; towardsEye: boolean; t: number }[] = [];
    this.near(u, v, u, v, (t) => {
      const w = this.depthAt(t, u, v);
      if (w !== null) found.push({ w, towardsEye: this.towardsEye[t / 3] > 0, t });
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
