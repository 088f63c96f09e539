import { cross, dot, type Vec3 } from '../frames';
import { facet, vertex, type TriangleMesh } from '../solid';
import { fitCylinder, misfit, type Cylinder } from './cylinder';

/** Facets that meet at less than this lie in one plane. */
const SAME_PLANE = Math.cos((0.05 * Math.PI) / 180);
/** Strips of a round face meet at less than this. */
const NEXT_STRIP = Math.cos((35 * Math.PI) / 180);
/** Corners lie on their surface to within this, mm, or to within what the mesh says of itself. */
const ON_SURFACE_MM = 2e-5;
/** So many small facets that run into each other are a free form, of which no flat faces are told. */
const FREE_FORM = 6;
const LARGE = 20;
/** A cylinder shows at least this many strips. */
const STRIPS = 4;

/**
 * Finds the faces of a surface that came as bare facets (STL): facets in one plane are a flat face, strips that lie on
 * a common cylinder are a round face, small facets that run into each other are a free form. The rest are small flat
 * faces.
 * @param mesh closed, corners joined
 */
export function markFaces(mesh: TriangleMesh): TriangleMesh {
  const count = mesh.triangles.length / 3;
  const facets = Array.from({ length: count }, (_, t) => facet(mesh, 3 * t));
  const { strips, beside, normalOf } = planeStrips(mesh, facets);
  const corners = (strip: number): Vec3[] => {
    const ids = strips.get(strip)!.flatMap((t) => [0, 1, 2].map((k) => mesh.triangles[3 * t + k]));
    return [...new Set(ids)].map((i) => vertex(mesh, i));
  };
  const onSurface = Math.max(ON_SURFACE_MM, mesh.cornersWithin ?? 0);
  const faces = new Uint32Array(count);
  const curved = new Uint8Array(count);
  const placed = new Set<number>();
  let number = 0;
  const take = (group: readonly number[], isCurved: boolean) => {
    for (const strip of group) {
      placed.add(strip);
      for (const t of strips.get(strip)!) {
        faces[t] = number;
        curved[t] = isCurved ? 1 : 0;
      }
    }
    number += 1;
  };
  for (const [start, neighbors] of beside) {
    if (placed.has(start)) continue;
    for (const second of neighbors) {
      if (placed.has(second)) continue;
      const group = growCylinder(start, second, { corners, normalOf, beside, placed, onSurface });
      if (group.length >= STRIPS) {
        take(group, true);
        break;
      }
    }
  }
  const areaOf = (strip: number) => strips.get(strip)!.reduce((sum, t) => sum + facets[t].area, 0);
  for (const start of beside.keys()) {
    if (placed.has(start)) continue;
    const together = smoothlyJoined(start, beside, placed);
    const middle = together.map(areaOf).sort((a, b) => a - b)[Math.floor(together.length / 2)];
    // a flat face that runs smoothly into a free form stands out by its size
    const free = together.filter((s) => areaOf(s) <= LARGE * middle);
    if (together.length >= FREE_FORM) take(free, true);
  }
  for (const strip of strips.keys()) if (!placed.has(strip)) take([strip], false);
  return { ...mesh, curved, faces };
}

/** Facets that share an edge, in pairs. */
function neighborsIn(mesh: TriangleMesh): [number, number][] {
  const pairs: [number, number][] = [];
  const open = new Map<number, number>();
  for (let at = 0; at < mesh.triangles.length; at++) {
    const t = Math.floor(at / 3);
    const [a, b] = [mesh.triangles[at], mesh.triangles[3 * t + ((at + 1) % 3)]];
    const key = Math.min(a, b) * 2 ** 26 + Math.max(a, b);
    const other = open.get(key);
    if (other === undefined) open.set(key, t);
    else {
      open.delete(key);
      pairs.push([other, t]);
    }
  }
  return pairs;
}

/** Facets in one plane that hang together, and which of them meet over an edge that is nearly in line. */
function planeStrips(mesh: TriangleMesh, facets: readonly { readonly normal: Vec3; readonly area: number }[]) {
  const parent = facets.map((_, i) => i);
  const root = (i: number): number => {
    let r = i;
    while (parent[r] !== r) r = parent[r];
    parent[i] = r;
    return r;
  };
  const pairs = neighborsIn(mesh);
  for (const [a, b] of pairs) if (dot(facets[b].normal, facets[a].normal) > SAME_PLANE) parent[root(b)] = root(a);
  const strips = new Map<number, number[]>();
  facets.forEach((_, t) => strips.set(root(t), [...(strips.get(root(t)) ?? []), t]));
  const normalOf = (strip: number) =>
    strips
      .get(strip)!
      .map((t) => facets[t])
      .reduce((a, b) => (b.area > a.area ? b : a)).normal;
  const beside = new Map<number, Set<number>>();
  for (const [a, b] of pairs) {
    const [p, q] = [root(a), root(b)];
    if (p === q || dot(normalOf(p), normalOf(q)) < NEXT_STRIP) continue;
    beside.set(p, (beside.get(p) ?? new Set()).add(q));
    beside.set(q, (beside.get(q) ?? new Set()).add(p));
  }
  return { strips, beside, normalOf };
}

/** Strips that can be walked to over edges nearly in line, none of them placed yet. */
function smoothlyJoined(
  start: number,
  beside: ReadonlyMap<number, ReadonlySet<number>>,
  placed: ReadonlySet<number>,
): number[] {
  const found = new Set([start]);
  for (const strip of found) for (const next of beside.get(strip) ?? []) if (!placed.has(next)) found.add(next);
  return [...found];
}

interface Strips {
  readonly corners: (strip: number) => Vec3[];
  readonly normalOf: (strip: number) => Vec3;
  readonly beside: ReadonlyMap<number, ReadonlySet<number>>;
  readonly placed: ReadonlySet<number>;
  readonly onSurface: number;
}

/** All strips, edge to edge with the first two, whose corners lie on the cylinder these two tell. */
function growCylinder(
  first: number,
  second: number,
  { corners, normalOf, beside, placed, onSurface }: Strips,
): number[] {
  const turn = cross(normalOf(first), normalOf(second));
  if (dot(turn, turn) < 1e-8) return [];
  const points = [...corners(first), ...corners(second)];
  let cylinder: Cylinder | null = fitCylinder(points, [normalOf(first), normalOf(second)]);
  if (!cylinder || misfit(points, cylinder) > onSurface) return [];
  const group = [first, second];
  for (let i = 0; i < group.length; i++) {
    for (const next of beside.get(group[i]) ?? []) {
      if (group.includes(next) || placed.has(next)) continue;
      const here = corners(next);
      if (Math.abs(dot(normalOf(next), cylinder.axis)) > 0.02 || misfit(here, cylinder) > onSurface) continue;
      group.push(next);
      points.push(...here);
      if (group.length < 8) cylinder = fitCylinder(points, group.map(normalOf)) ?? cylinder;
    }
  }
  return group;
}
