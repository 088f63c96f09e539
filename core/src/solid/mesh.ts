import { AXES, axisOf, rotate, signOf, vec, type Box3, type Direction, type Rotation, type Vec3 } from '../frames';

/** A triangle mesh in double precision, corners counter-clockwise seen from outside. Millimeters. */
export interface TriangleMesh {
  /** xyzxyz… */
  readonly positions: Float64Array;
  /** three vertex numbers a triangle */
  readonly triangles: Uint32Array;
  /** one entry a triangle, 1 where it only approximates a curved face; left out: every facet is a flat face */
  readonly curved?: Uint8Array;
  /** one entry a triangle: number of the face it belongs to in the model it was read from */
  readonly faces?: Uint32Array;
  /** how far corners may lie off the model, mm, where the file's numbers are short; left out: they lie on it */
  readonly cornersWithin?: number;
}

export function vertex(mesh: TriangleMesh, index: number): Vec3 {
  const p = mesh.positions;
  return vec(p[3 * index], p[3 * index + 1], p[3 * index + 2]);
}

const boxes = new WeakMap<TriangleMesh, Box3>();

/** Smallest box around a mesh; remembered, as meshes never change. */
export function meshBox(mesh: TriangleMesh): Box3 {
  const known = boxes.get(mesh);
  if (known) return known;
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < mesh.positions.length; i++) {
    const axis = i % 3;
    if (mesh.positions[i] < min[axis]) min[axis] = mesh.positions[i];
    if (mesh.positions[i] > max[axis]) max[axis] = mesh.positions[i];
  }
  const box = { min: vec(min[0], min[1], min[2]), max: vec(max[0], max[1], max[2]) };
  boxes.set(mesh, box);
  return box;
}

/** Volume by the divergence theorem: a sixth of the sum of the corner determinants. */
export function meshVolume(mesh: TriangleMesh): number {
  let six = 0;
  const p = mesh.positions;
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const [a, b, c] = [3 * mesh.triangles[t], 3 * mesh.triangles[t + 1], 3 * mesh.triangles[t + 2]];
    six +=
      p[a] * (p[b + 1] * p[c + 2] - p[b + 2] * p[c + 1]) -
      p[a + 1] * (p[b] * p[c + 2] - p[b + 2] * p[c]) +
      p[a + 2] * (p[b] * p[c + 1] - p[b + 1] * p[c]);
  }
  return six / 6;
}

/** The mesh turned about its origin. A turn of the 24 keeps every coordinate exact. */
export function turnMesh(mesh: TriangleMesh, rotation: Rotation): TriangleMesh {
  const positions = new Float64Array(mesh.positions.length);
  for (let i = 0; i < positions.length; i += 3) {
    const p = rotate(rotation, vec(mesh.positions[i], mesh.positions[i + 1], mesh.positions[i + 2]));
    positions[i] = p.x;
    positions[i + 1] = p.y;
    positions[i + 2] = p.z;
  }
  return { ...mesh, positions };
}

/**
 * Which cells of a coordinate a value lies in: its own, and the next one when it is within `tolerance` of the border.
 */
function cellsOf(value: number, tolerance: number): number[] {
  const cell = value / CELL_MM;
  const own = Math.floor(cell);
  const share = tolerance / CELL_MM;
  if (cell - own < share) return [own, own - 1];
  return own + 1 - cell < share ? [own, own + 1] : [own];
}

const CELL_MM = 0.01;
/** Mixes cell numbers into one key; two cells that share a key only cost a comparison (Teschner et al. 2003). */
const cellKey = (x: number, y: number, z: number) => (x * 73856093) ^ (y * 19349663) ^ (z * 83492791);

/** A welded mesh, and which vertex each vertex of the input became. */
export interface Welded {
  readonly mesh: TriangleMesh;
  readonly place: Uint32Array;
}

/**
 * Joins vertices that lie within `tolerance` of each other, as readers give every face its own copies,
 * and drops triangles that lose their area by it.
 */
export function weld(mesh: TriangleMesh, tolerance = 1e-6): Welded {
  const cells = new Map<number, number[]>();
  const positions: number[] = [];
  const place = new Uint32Array(mesh.positions.length / 3);
  for (let i = 0; i < place.length; i++) {
    const [x, y, z] = [mesh.positions[3 * i], mesh.positions[3 * i + 1], mesh.positions[3 * i + 2]];
    let found = -1;
    for (const cx of cellsOf(x, tolerance)) {
      for (const cy of cellsOf(y, tolerance)) {
        for (const cz of cellsOf(z, tolerance)) {
          for (const j of cells.get(cellKey(cx, cy, cz)) ?? []) {
            if (
              found < 0 &&
              Math.abs(positions[3 * j] - x) <= tolerance &&
              Math.abs(positions[3 * j + 1] - y) <= tolerance &&
              Math.abs(positions[3 * j + 2] - z) <= tolerance
            )
              found = j;
          }
        }
      }
    }
    if (found < 0) {
      found = positions.length / 3;
      positions.push(x, y, z);
      const key = cellKey(Math.floor(x / CELL_MM), Math.floor(y / CELL_MM), Math.floor(z / CELL_MM));
      const known = cells.get(key);
      if (known) known.push(found);
      else cells.set(key, [found]);
    }
    place[i] = found;
  }
  const triangles: number[] = [];
  const curved: number[] = [];
  const faces: number[] = [];
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const [a, b, c] = [place[mesh.triangles[t]], place[mesh.triangles[t + 1]], place[mesh.triangles[t + 2]]];
    if (a === b || b === c || c === a) continue;
    triangles.push(a, b, c);
    curved.push(mesh.curved?.[t / 3] ?? 0);
    if (mesh.faces) faces.push(mesh.faces[t / 3]);
  }
  return {
    mesh: {
      positions: new Float64Array(positions),
      triangles: new Uint32Array(triangles),
      curved: new Uint8Array(curved),
      ...(mesh.faces ? { faces: new Uint32Array(faces) } : {}),
      ...(mesh.cornersWithin ? { cornersWithin: mesh.cornersWithin } : {}),
    },
    place,
  };
}

/** `weld` without the bookkeeping. */
export function weldMesh(mesh: TriangleMesh, tolerance?: number): TriangleMesh {
  return weld(mesh, tolerance).mesh;
}

/** Midpoints of the edges that do not have exactly one partner running the other way: where a shell is open. */
export function openEdges(mesh: TriangleMesh): Vec3[] {
  const count = new Map<string, number>();
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    for (let e = 0; e < 3; e++) {
      const a = mesh.triangles[t + e];
      const b = mesh.triangles[t + ((e + 1) % 3)];
      const key = a < b ? `${a},${b}` : `${b},${a}`;
      count.set(key, (count.get(key) ?? 0) + (a < b ? 1 : -1));
    }
  }
  return [...count]
    .filter(([, balance]) => balance !== 0)
    .map(([key]) => {
      const [p, q] = key.split(',').map((i) => vertex(mesh, Number(i)));
      return vec((p.x + q.x) / 2, (p.y + q.y) / 2, (p.z + q.z) / 2);
    });
}

/**
 * Why a surface is no closed solid, in words with a place; null when it is one. @param welded corners already joined
 */
export function shellProblem(welded: TriangleMesh): string | null {
  if (welded.triangles.length === 0) return 'The body has no surface.';
  const gaps = openEdges(welded);
  if (gaps.length === 0) return null;
  const place = [gaps[0].x, gaps[0].y, gaps[0].z].map((v) => v.toFixed(3)).join(', ');
  return `The body is an open shell: ${gaps.length} open edges, the first near (${place}) mm. Close it in the drawing program and read it again.`;
}

/** A level of the mesh along a direction at which it has flat area facing that way. */
export interface FlatLevel {
  /** coordinate along the direction's axis, mm */
  readonly level: number;
  readonly areaMm2: number;
}

/** Unit normal and area of one triangle; area 0 where it is degenerate. */
export function facet(mesh: TriangleMesh, t: number): { normal: Vec3; area: number } {
  const a = vertex(mesh, mesh.triangles[t]);
  const b = vertex(mesh, mesh.triangles[t + 1]);
  const c = vertex(mesh, mesh.triangles[t + 2]);
  const nx = (b.y - a.y) * (c.z - a.z) - (b.z - a.z) * (c.y - a.y);
  const ny = (b.z - a.z) * (c.x - a.x) - (b.x - a.x) * (c.z - a.z);
  const nz = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  const twice = Math.hypot(nx, ny, nz);
  return twice < 1e-12
    ? { normal: vec(0, 0, 0), area: 0 }
    : { normal: vec(nx / twice, ny / twice, nz / twice), area: twice / 2 };
}

/**
 * Flat faces square to a direction and looking that way, gathered by level, highest along the direction first. Facets
 * of curved faces do not count.
 */
export function flatLevels(mesh: TriangleMesh, facing: Direction, minimumAreaMm2 = 0.01): FlatLevel[] {
  const axis = axisOf(facing);
  const sign = signOf(facing);
  const levels = new Map<number, FlatLevel>();
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const { normal, area } = facet(mesh, t);
    if (mesh.curved?.[t / 3] || normal[axis] * sign < 1 - 1e-9) continue;
    const level = vertex(mesh, mesh.triangles[t])[axis];
    const key = Math.round(level * 1e5);
    const known = levels.get(key);
    levels.set(key, { level: known?.level ?? level, areaMm2: (known?.areaMm2 ?? 0) + area });
  }
  return [...levels.values()].filter((l) => l.areaMm2 >= minimumAreaMm2).sort((a, b) => sign * (b.level - a.level));
}

/** A typed block with one corner at the origin. */
export function boxMesh(box: Box3): TriangleMesh {
  const positions = new Float64Array(24);
  for (let i = 0; i < 8; i++) {
    AXES.forEach((axis, a) => {
      positions[3 * i + a] = (i >> a) & 1 ? box.max[axis] : box.min[axis];
    });
  }
  const triangles = Uint32Array.from([
    0, 2, 1, 1, 2, 3, 4, 5, 6, 5, 7, 6, 0, 1, 4, 1, 5, 4, 2, 6, 3, 3, 6, 7, 0, 4, 2, 2, 4, 6, 1, 3, 5, 3, 7, 5,
  ]);
  return { positions, triangles, faces: Uint32Array.from([0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 5, 5]) };
}
