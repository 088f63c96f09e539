import type { CrossSection, Manifold } from 'manifold-3d';
import {
  axisOf,
  signOf,
  transpose,
  unitVector,
  type Axis,
  type Box3,
  type Direction,
  type Rotation,
  vec,
} from '../frames';
import { crests, facetsOn } from './facesOf';
import { FlatKernel, type Outlines } from './flatKernel';
import { boxMesh, facet, shellProblem, vertex, weldMesh, type TriangleMesh } from './mesh';
import { nearestLevel, onOneLevel } from './levels';
import { patchesOf, prismMesh } from './patch';

/** Either a value or a problem in words a planner can act on. */
export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string };

/**
 * A closed solid. Immutable; lives in the geometry kernel's memory until `release()`.
 * Coordinates are double precision throughout, both into and out of the kernel.
 */
export class Solid {
  static #alive = 0;
  #mesh: TriangleMesh | null = null;

  constructor(readonly raw: Manifold) {
    Solid.#alive += 1;
  }

  /** Solids that hold memory of the kernel, over all kernels of the thread: must not grow with the number of edits. */
  static get alive(): number {
    return Solid.#alive;
  }

  volumeMm3(): number {
    return this.raw.volume();
  }

  isEmpty(): boolean {
    return this.raw.isEmpty();
  }

  box(): Box3 {
    const { min, max } = this.raw.boundingBox();
    return { min: vec(min[0], min[1], min[2]), max: vec(max[0], max[1], max[2]) };
  }

  mesh(): TriangleMesh {
    if (!this.#mesh) {
      let positions = new Float64Array();
      // The kernel's own mesh is single precision; warping hands out the double-precision vertices in the same order.
      this.raw
        .warpBatch((vertices) => {
          positions = vertices.slice();
        })
        .delete();
      const { triVerts, faceID, runIndex, runOriginalID } = this.raw.getMesh();
      const ids = faceID ?? new Uint32Array(triVerts.length / 3);
      // ids are told apart only within the solid they come from
      const numbers = new Map<number, number>();
      const faces = new Uint32Array(ids.length);
      for (let run = 0; run < runOriginalID.length; run++) {
        for (let t = runIndex[run] / 3; t < runIndex[run + 1] / 3; t++) {
          const name =
            ids[t] >= FIRST_CURVED_ID
              ? -1 - faceOfCurvedId[ids[t] - FIRST_CURVED_ID]
              : runOriginalID[run] * 2 ** 30 + ids[t];
          let number = numbers.get(name);
          if (number === undefined) numbers.set(name, (number = numbers.size));
          faces[t] = number;
        }
      }
      this.#mesh = {
        positions,
        triangles: triVerts.slice(),
        faces,
        curved: Uint8Array.from(ids, (id) => (id >= FIRST_CURVED_ID ? 1 : 0)),
      };
    }
    return this.#mesh;
  }

  release(): void {
    Solid.#alive -= 1;
    this.raw.delete();
  }
}

/**
 * Ids given to triangles so that they can be told apart after boolean operations. Facets of curved faces get one each:
 * the kernel takes triangles of one id for coplanar and would flatten a round face that shared an id.
 */
const FIRST_CURVED_ID = 2 ** 30;

/** For each id of a curved facet, from the first on: the face it belongs to, numbered over all solids made. */
const faceOfCurvedId: number[] = [];
let facesMade = 0;

/** So far a shadow begins from the face that casts it, so that the two share no face. */
const APART_MM = 1e-5;

/** The geometry kernel's operations in this project's terms. */
export class Kernel extends FlatKernel {
  #nextFlatId = 1;

  /** Ids for a mesh whose curved facets are known; undefined: the kernel finds coplanar triangles itself. */
  #triangleIds(mesh: TriangleMesh): Uint32Array | undefined {
    const { curved, faces } = mesh;
    if (!curved?.some((c) => c === 1)) return undefined;
    const base = this.#nextFlatId;
    let highest = 0;
    // the two triangles of a strip lie in one plane and may share an id: cuts then leave fewer corners behind
    const strips = new Map<string, number>();
    const ids = Uint32Array.from(curved, (c, i) => {
      if (c) {
        const { normal } = facet(mesh, 3 * i);
        const p = vertex(mesh, mesh.triangles[3 * i]);
        const plane = [
          faces?.[i] ?? 0,
          ...[normal.x, normal.y, normal.z].map((v) => Math.round(v * 1e7)),
          Math.round((normal.x * p.x + normal.y * p.y + normal.z * p.z) * 1e5),
        ].join();
        const known = strips.get(plane);
        if (known !== undefined) return known;
        const id = FIRST_CURVED_ID + faceOfCurvedId.length;
        faceOfCurvedId.push(facesMade + (faces?.[i] ?? i));
        strips.set(plane, id);
        return id;
      }
      const face = faces?.[i] ?? i;
      highest = Math.max(highest, face);
      return base + face;
    });
    this.#nextFlatId = base + highest + 1;
    facesMade += (faces ? faces.reduce((most, f) => Math.max(most, f), 0) : curved.length) + 1;
    return ids;
  }

  /** A block with exactly these corners. Throws on a box without volume: documents are checked before. */
  box(box: Box3): Solid {
    const made = this.fromMesh(boxMesh(box));
    if (!made.ok) throw new Error(made.problem);
    return made.value;
  }

  /**
   * Makes a solid from a mesh, keeping its double-precision vertices.
   * Refuses open or inside-out shells and says where.
   */
  fromMesh(mesh: TriangleMesh): Result<Solid> {
    const welded = onOneLevel(weldMesh(mesh));
    const problem = shellProblem(welded);
    if (problem) return { ok: false, problem };
    const single = Float32Array.from(welded.positions);
    const exact = new Map<string, number>();
    for (let i = 0; i < single.length; i += 3) exact.set(`${single[i]},${single[i + 1]},${single[i + 2]}`, i);
    let rough: Manifold;
    try {
      const faceID = this.#triangleIds(welded);
      rough = new this.wasm.Manifold(
        new this.wasm.Mesh({
          numProp: 3,
          vertProperties: single,
          triVerts: welded.triangles,
          ...(faceID ? { faceID } : {}),
        }),
      );
    } catch (error) {
      return {
        ok: false,
        problem: `The body is not a clean closed solid (${error instanceof Error ? error.message : String(error)}). Repair it in the drawing program and read it again.`,
      };
    }
    const raw = rough.warpBatch((vertices, count) => {
      for (let i = 0; i < 3 * count; i += 3) {
        const from = exact.get(`${vertices[i]},${vertices[i + 1]},${vertices[i + 2]}`);
        if (from !== undefined) vertices.set(welded.positions.subarray(from, from + 3), i);
      }
    });
    rough.delete();
    if (raw.volume() <= 0)
      return {
        ok: false,
        problem:
          'The body has no volume, or its surface is inside out. Repair it in the drawing program and read it again.',
      };
    return { ok: true, value: new Solid(raw) };
  }

  union(solids: readonly Solid[]): Solid {
    return new Solid(this.wasm.Manifold.union(solids.map((s) => s.raw)));
  }

  intersect(a: Solid, b: Solid): Solid {
    return new Solid(a.raw.intersect(b.raw));
  }

  subtract(a: Solid, b: Solid): Solid {
    return new Solid(a.raw.subtract(b.raw));
  }

  /**
   * The solid with coordinates that lie within rounding of a level moved onto it; releases the one given. @param
   * levels sorted, per axis
   */
  onLevels(solid: Solid, levels: readonly ArrayLike<number>[]): Solid {
    if (solid.isEmpty()) return solid;
    const raw = solid.raw.warpBatch((vertices, count) => {
      for (let i = 0; i < 3 * count; i++) vertices[i] = nearestLevel(levels[i % 3], vertices[i]) ?? vertices[i];
    });
    solid.release();
    return new Solid(raw);
  }

  /** The solid with its outermost faces moved out by an amount, mm, and all else in proportion. */
  larger(solid: Solid, by: number): Solid {
    const { min, max } = solid.box();
    const of = (axis: Axis) => {
      const f = 1 + (2 * by) / (max[axis] - min[axis]);
      return [f, ((1 - f) * (min[axis] + max[axis])) / 2] as const;
    };
    const [[x, dx], [y, dy], [z, dz]] = [of('x'), of('y'), of('z')];
    return new Solid(solid.raw.transform([x, 0, 0, 0, 0, y, 0, 0, 0, 0, z, 0, dx, dy, dz, 1]));
  }

  /** Separate bodies of a solid. */
  pieces(solid: Solid): Solid[] {
    return solid.raw.decompose().map((raw) => new Solid(raw));
  }

  /** What lies at or below a plane square to `up`: `u·x ≤ along`, where `along` is measured along `up`. */
  below(solid: Solid, up: Direction, along: number): Solid {
    const n = unitVector(up);
    return new Solid(solid.raw.trimByPlane([-n.x, -n.y, -n.z], -along));
  }

  above(solid: Solid, up: Direction, along: number): Solid {
    const n = unitVector(up);
    return new Solid(solid.raw.trimByPlane([n.x, n.y, n.z], along));
  }

  /**
   * The region below the solid's overhangs, seen along `up`, down to the plane at `along`:
   * what a cutter coming along `-up` cannot reach because the solid itself hides it.
   * Every such point lies straight below a face that looks down, so prisms under those faces make it up exactly.
   * @param within the body that is cut: where a face of the solid is its face too, nothing of it lies straight below
   * @returns null when nothing above the plane overhangs
   */
  shadow({
    solid,
    up,
    along,
    through = false,
    within = null,
  }: {
    readonly solid: Solid;
    readonly up: Direction;
    readonly along: number;
    readonly through?: boolean;
    readonly within?: Solid | null;
  }): Solid | null {
    const axis = axisOf(up);
    const sign = signOf(up);
    const mesh = solid.mesh();
    const looksDown = (t: number) =>
      facet(mesh, t).normal[axis] * sign < -1e-7 &&
      [0, 1, 2].some((k) => sign * vertex(mesh, mesh.triangles[t + k])[axis] > along + 1e-9);
    const crest = crests(mesh, axis, sign);
    // into what casts it, where the blank goes on below; out of it, where the face is the blank's own and nothing is
    // below
    const onSize = within ? facetsOn(mesh, within.mesh()) : () => false;
    const prisms = [
      ...patchesOf(mesh, (t) => looksDown(t) && !onSize(t)).flatMap((patch) =>
        this.#prismsUnder({ mesh, patch, up, along, raise: (v) => (crest[v] ? 0 : sign * APART_MM) }),
      ),
      ...patchesOf(mesh, (t) => looksDown(t) && onSize(t)).flatMap((patch) =>
        this.#prismsUnder({ mesh, patch, up, along, raise: () => -sign * APART_MM }),
      ),
    ];
    if (prisms.length === 0) return null;
    const all = this.union(prisms);
    prisms.forEach((p) => p.release());
    if (through) return all;
    const shadow = this.above(all, up, along);
    all.release();
    return shadow;
  }

  /** One prism from a patch down to the plane; a patch that is no clean height field is taken triangle by triangle. */
  #prismsUnder({
    mesh,
    patch,
    up,
    along,
    raise,
  }: {
    readonly mesh: TriangleMesh;
    readonly patch: readonly number[];
    readonly up: Direction;
    readonly along: number;
    readonly raise: (vertex: number) => number;
  }): Solid[] {
    const axis = axisOf(up);
    const sign = signOf(up);
    const corners = [...new Set(patch.flatMap((t) => [0, 1, 2].map((k) => mesh.triangles[t + k])))];
    const floor = sign * Math.min(along, ...corners.map((v) => sign * vertex(mesh, v)[axis])) - sign;
    const whole = this.fromMesh(prismMesh({ mesh, patch, axis, floor, raise }));
    if (whole.ok) return [whole.value];
    return patch.flatMap((t) => {
      const one = this.fromMesh(prismMesh({ mesh, patch: [t], axis, floor, raise }));
      return one.ok ? [one.value] : [];
    });
  }

  /**
   * Outline of the solid seen from the +Z end of a view turned by `view` (rows: drawing right, drawing up, towards the
   * eye).
   */
  silhouette(solid: Solid, view: Rotation): Outlines {
    return this.#seen(solid, view, (turned) => turned.project());
  }

  /** Outline of the cut at `depth` along the view's third axis. */
  section(solid: Solid, view: Rotation, depth: number): Outlines {
    return this.#seen(solid, view, (turned) => turned.slice(depth));
  }

  #turn(solid: Solid, view: Rotation): Manifold {
    const [a, b, c] = transpose(view).rows;
    return solid.raw.transform([a.x, a.y, a.z, 0, b.x, b.y, b.z, 0, c.x, c.y, c.z, 0, 0, 0, 0, 1]);
  }

  #seen(solid: Solid, view: Rotation, look: (turned: Manifold) => CrossSection): Outlines {
    const turned = this.#turn(solid, view);
    const flat = look(turned);
    const outlines = flat.toPolygons() as [number, number][][];
    flat.delete();
    turned.delete();
    return outlines;
  }

  /** The solid over an outline of a view, from one depth to another along the view's third axis. */
  prism(outlines: Outlines, view: Rotation, from: number, to: number): Solid {
    const flat = this.flat(outlines);
    const upright = flat.extrude(to - from);
    const {
      rows: [a, b, c],
    } = view;
    const placed = upright.transform([
      a.x,
      a.y,
      a.z,
      0,
      b.x,
      b.y,
      b.z,
      0,
      c.x,
      c.y,
      c.z,
      0,
      c.x * from,
      c.y * from,
      c.z * from,
      1,
    ]);
    [flat, upright].forEach((x) => x.delete());
    return new Solid(placed);
  }
}
