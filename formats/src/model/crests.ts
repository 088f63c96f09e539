import {
  AXES,
  axisOf,
  byAxis,
  cross,
  dot,
  scale,
  signOf,
  subtract,
  unitVector,
  vec,
  type Direction,
  type Vec3,
} from '@violet-jaw/core/frames';
import { fitCylinder, misfit, type Cylinder } from '@violet-jaw/core/part';
import { weld, type TriangleMesh } from '@violet-jaw/core/solid';

/** A triangle mesh as the reader gives it: every face with its own corners, and the surface's exact normal at each. */
export interface MeshWithNormals {
  readonly mesh: TriangleMesh;
  /** xyzxyz…, unit length, in the order of the mesh's positions */
  readonly normals: readonly number[];
}

const at = (list: ArrayLike<number>, i: number): Vec3 => vec(list[3 * i], list[3 * i + 1], list[3 * i + 2]);

/**
 * Where a chord bridges the crest of a round face: the point of the surface furthest along a direction, between the
 * chord's ends. Exact for cylinders lying across the direction: there p = axis + R·n, so R and the crest follow from
 * the ends' points and normals. Null when the surface has no crest between the ends, is hollow, or is no such
 * cylinder.
 */
export function crestBetween({
  p1,
  n1,
  p2,
  n2,
  direction,
}: {
  readonly p1: Vec3;
  readonly n1: Vec3;
  readonly p2: Vec3;
  readonly n2: Vec3;
  readonly direction: Direction;
}): Vec3 | null {
  const d = unitVector(direction);
  const [u1, u2] = [dot(n1, d), dot(n2, d)];
  if (u1 < 0.8 || u2 < 0.8) return null;
  const turn = subtract(n1, n2);
  const turned = dot(turn, turn);
  if (turned < 1e-10) return null;
  const radius = dot(subtract(p1, p2), turn) / turned;
  const across = subtract(turn, scale(d, dot(turn, d)));
  const length = Math.sqrt(dot(across, across));
  if (radius <= 0 || length < 1e-6) return null;
  const e = scale(across, 1 / length);
  const axis = cross(d, e);
  if (Math.abs(dot(n1, axis)) > 1e-6 || Math.abs(dot(n2, axis)) > 1e-6) return null;
  const [t1, t2] = [dot(n1, e), dot(n2, e)];
  if (t1 < 1e-6 || t2 > -1e-6) return null;
  const level = dot(p1, d) + radius * (1 - u1);
  if (Math.abs(level - dot(p2, d) - radius * (1 - u2)) > 1e-5) return null;
  return chordAt({ p: p1, q: p2, along: t1 / (t1 - t2), direction, level });
}

/**
 * The point of a chord lifted to a level along a direction, to a ten-thousandth of a micrometer: what is finer is
 * noise of the normals.
 */
function chordAt({
  p,
  q,
  along,
  direction,
  level,
}: {
  readonly p: Vec3;
  readonly q: Vec3;
  readonly along: number;
  readonly direction: Direction;
  readonly level: number;
}): Vec3 {
  const point = byAxis((axis) => p[axis] + along * (q[axis] - p[axis]));
  return { ...point, [axisOf(direction)]: (signOf(direction) * Math.round(level * 1e7)) / 1e7 };
}

/**
 * Whether two normals lean away from a direction to opposite sides, so that a round face may have its crest between
 * them.
 */
function bridges(n: Vec3, m: Vec3, direction: Direction): boolean {
  const d = unitVector(direction);
  return dot(subtract(n, scale(d, dot(n, d))), subtract(m, scale(d, dot(m, d)))) < 0;
}

/** Triangles of one triangle whose sides are split at the given vertices (-1: not split). */
function divided([a, b, c]: readonly number[], [ab, bc, ca]: readonly number[]): number[][] {
  const splits = [ab, bc, ca].filter((m) => m >= 0).length;
  if (splits === 0) return [[a, b, c]];
  if (splits === 3)
    return [
      [a, ab, ca],
      [ab, b, bc],
      [ca, bc, c],
      [ab, bc, ca],
    ];
  if (ab < 0) return divided([b, c, a], [bc, ca, ab]);
  if (splits === 1)
    return [
      [a, ab, c],
      [ab, b, c],
    ];
  return bc >= 0
    ? [
        [ab, b, bc],
        [a, ab, c],
        [ab, bc, c],
      ]
    : [
        [a, ab, ca],
        [ab, b, c],
        [ab, c, ca],
      ];
}

/** A face drawn as a free form counts as a cylinder when its corners lie on one this closely, mm. */
const ON_CYLINDER_MM = 1e-4;

/**
 * The cylinders that faces are by their corners, whatever their normals say; each face is fitted once, when it is
 * first asked for.
 */
class FittedCylinders {
  #byFace = new Map<number, Cylinder | null>();

  constructor(private readonly source: MeshWithNormals) {}

  /** @param t start of a triangle of the face; null: the face is no cylinder */
  of(t: number): Cylinder | null {
    const face = this.source.mesh.faces?.[t / 3];
    if (face === undefined) return null;
    let fitted = this.#byFace.get(face);
    if (fitted === undefined) this.#byFace.set(face, (fitted = this.#fit(face)));
    return fitted;
  }

  #fit(face: number): Cylinder | null {
    const {
      mesh: { triangles, faces, positions },
      normals,
    } = this.source;
    const corners = new Set<number>();
    for (let k = 0; k < triangles.length; k++) if (faces?.[Math.floor(k / 3)] === face) corners.add(triangles[k]);
    const points = [...corners].map((i) => at(positions, i));
    const found = fitCylinder(
      points,
      [...corners].map((i) => at(normals, i)),
    );
    return found && misfit(points, found) < ON_CYLINDER_MM ? found : null;
  }
}

/**
 * Where a chord between two points of a cylinder bridges its crest; null when the cylinder does not lie across the
 * direction.
 */
function crestOfCylinder({ point, axis, radius }: Cylinder, p: Vec3, q: Vec3, direction: Direction): Vec3 | null {
  const d = unitVector(direction);
  if (Math.abs(dot(axis, d)) > 1e-6) return null;
  const e = cross(axis, d);
  const [t1, t2] = [dot(subtract(p, point), e), dot(subtract(q, point), e)];
  if (t1 * t2 > -1e-12) return null;
  return chordAt({ p, q, along: t1 / (t1 - t2), direction, level: dot(point, d) + radius });
}

/**
 * Joins the faces' corners and puts a vertex on the crest of every round face that a chord bridges, so that the mesh
 * reaches as far along ±X, ±Y and ±Z as the model does. Without it a lying cylinder would be short by the meshing
 * deviation.
 */
export function withCrests({ mesh, normals }: MeshWithNormals): TriangleMesh {
  const { mesh: welded, place } = weld(mesh);
  const found = new Map<number, Vec3>();
  const edge = (a: number, b: number) => Math.min(a, b) * 2 ** 26 + Math.max(a, b);
  const onCrest = new Uint8Array(welded.positions.length / 3);
  const { triangles: corners } = mesh;
  const fitted = new FittedCylinders({ mesh, normals });
  for (let t = 0; t < corners.length; t += 3) {
    if (!mesh.curved?.[t / 3]) continue;
    for (let k = 0; k < 3; k++) {
      const [i, j] = [corners[t + k], corners[t + ((k + 1) % 3)]];
      const direction = leaning(normals, i);
      if (!direction || direction !== leaning(normals, j)) continue;
      const [p, q, n, m] = [at(mesh.positions, i), at(mesh.positions, j), at(normals, i), at(normals, j)];
      let crest =
        crestBetween({ p1: p, n1: n, p2: q, n2: m, direction }) ??
        crestBetween({ p1: q, n1: m, p2: p, n2: n, direction });
      if (!crest && bridges(n, m, direction)) {
        const cylinder = fitted.of(t);
        crest = cylinder && dot(n, subtract(p, cylinder.point)) > 0 ? crestOfCylinder(cylinder, p, q, direction) : null;
      }
      if (!crest) continue;
      found.set(edge(place[i], place[j]), crest);
      onCrest[place[i]] = onCrest[place[j]] = 1;
    }
  }
  if (found.size === 0) return welded;
  const positions = Array.from(welded.positions);
  const split = new Map<number, number>();
  const splitOf = (a: number, b: number): number => {
    if (!onCrest[a] || !onCrest[b]) return -1;
    const name = edge(a, b);
    const crest = found.get(name);
    if (!crest) return -1;
    const known = split.get(name);
    if (known !== undefined) return known;
    positions.push(crest.x, crest.y, crest.z);
    split.set(name, positions.length / 3 - 1);
    return positions.length / 3 - 1;
  };
  const triangles: number[] = [];
  const curved: number[] = [];
  const faces: number[] = [];
  for (let t = 0; t < welded.triangles.length; t += 3) {
    const [a, b, c] = welded.triangles.subarray(t, t + 3);
    for (const piece of divided([a, b, c], [splitOf(a, b), splitOf(b, c), splitOf(c, a)])) {
      triangles.push(...piece);
      curved.push(welded.curved?.[t / 3] ?? 0);
      faces.push(welded.faces?.[t / 3] ?? 0);
    }
  }
  return {
    positions: new Float64Array(positions),
    triangles: new Uint32Array(triangles),
    curved: new Uint8Array(curved),
    faces: new Uint32Array(faces),
  };
}

/** The axis direction a normal leans to by less than 37° (cosine 0.8); null when there is none. */
function leaning(normals: readonly number[], i: number): Direction | null {
  for (let a = 0; a < 3; a++) {
    const n = normals[3 * i + a];
    if (Math.abs(n) > 0.8) return `${n > 0 ? '+' : '-'}${AXES[a]}`;
  }
  return null;
}
