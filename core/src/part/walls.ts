import { dot, type Vec3 } from '../frames';
import { facet, vertex, type TriangleMesh } from '../solid';

/** Facets that meet at less than this run into each other, as a round edge does into its wall. */
const SMOOTH = Math.cos((12 * Math.PI) / 180);
/** Nearer than this to a plane a corner lies in it, mm. */
const IN_PLANE_MM = 1e-6;

/** An edge of a floor: from, to, and whether the part rises beyond it (a wall) or not (an open edge). */
export interface FloorEdge {
  readonly from: Vec3;
  readonly to: Vec3;
  readonly rises: boolean;
  /** the facet beyond it: its number */
  readonly beyond: number;
}

/** Facets of a closed mesh and what they meet along their edges. */
export class Neighbors {
  readonly #beside: Int32Array;
  readonly #normals: readonly Vec3[];

  /** @param mesh closed, corners joined */
  constructor(readonly mesh: TriangleMesh) {
    const { triangles } = mesh;
    this.#beside = new Int32Array(triangles.length).fill(-1);
    const waiting = new Map<number, number>();
    for (let e = 0; e < triangles.length; e++) {
      const [a, b] = [triangles[e], triangles[e - (e % 3) + ((e + 1) % 3)]];
      const other = waiting.get(b * 2 ** 26 + a);
      if (other === undefined) waiting.set(a * 2 ** 26 + b, e);
      else {
        this.#beside[e] = other / 3;
        this.#beside[other] = e / 3;
      }
    }
    this.#normals = Array.from({ length: triangles.length / 3 }, (_, t) => facet(mesh, 3 * t).normal);
  }

  corner(t: number, k: number): Vec3 {
    return vertex(this.mesh, this.mesh.triangles[3 * t + (k % 3)]);
  }
  normal(t: number): Vec3 {
    return this.#normals[t];
  }

  /** How far the farthest corner of a facet lies above a plane. */
  #above(t: number, normal: Vec3, level: number): number {
    return Math.max(...[0, 1, 2].map((k) => dot(this.corner(t, k), normal) - level));
  }

  /** The edges around a floor, in no order. @param triangles numbers of its facets */
  edgesOf(triangles: ReadonlySet<number>, normal: Vec3): FloorEdge[] {
    const out: FloorEdge[] = [];
    for (const t of triangles)
      for (let k = 0; k < 3; k++) {
        const beyond = this.#beside[3 * t + k];
        if (beyond < 0 || triangles.has(beyond)) continue;
        const [from, to] = [this.corner(t, k), this.corner(t, k + 1)];
        out.push({ from, to, beyond, rises: this.#above(beyond, normal, dot(from, normal)) > IN_PLANE_MM });
      }
    return out;
  }

  /**
   * The walls that rise from some facets: as far as the surface goes on around inner corners and runs on smoothly, and
   * no further than to what looks the same way as the floor. @param most after so many facets it is given up
   */
  wallsFrom(start: Iterable<number>, normal: Vec3, most = Infinity): Set<number> {
    const isLevel = (t: number) => dot(this.#normals[t], normal) > 1 - 1e-9;
    const walls = new Set([...start].filter((t) => !isLevel(t)));
    for (const t of walls) {
      if (walls.size > most) break;
      for (let k = 0; k < 3; k++) {
        const next = this.#beside[3 * t + k];
        if (next >= 0 && !walls.has(next) && !isLevel(next) && this.#goesOn(t, next)) walls.add(next);
      }
    }
    return walls;
  }

  #goesOn(t: number, next: number): boolean {
    const { faces } = this.mesh;
    if (faces && faces[t] === faces[next]) return true;
    const [n, m] = [this.#normals[t], this.#normals[next]];
    if (dot(n, m) > SMOOTH) return true;
    // an inner corner: what comes beyond the edge stands before the facet
    return this.#above(next, n, dot(this.corner(t, 0), n)) > IN_PLANE_MM;
  }

  /** Facets beyond the edges of some that are not among them themselves. */
  around(triangles: ReadonlySet<number>): number[] {
    const out = new Set<number>();
    for (const t of triangles)
      for (let k = 0; k < 3; k++) {
        const next = this.#beside[3 * t + k];
        if (next >= 0 && !triangles.has(next)) out.add(next);
      }
    return [...out];
  }
}
