import earcut from 'earcut';
import { cross, dot, scale, subtract, type Vec3 } from '../frames';
import { facet, meshBox, meshVolume, openEdges, vertex, weldMesh, type TriangleMesh } from './mesh';

export interface Repaired {
  readonly mesh: TriangleMesh;
  /** what was done, in words; empty when nothing was wrong */
  readonly done: readonly string[];
  /** midpoints of edges still open, mm; empty when the surface is closed */
  readonly open: readonly Vec3[];
}

/** Flat holes with at most this many corners are closed. */
const HOLE_CORNERS = 60;

const edgeKey = (a: number, b: number) => Math.min(a, b) * 2 ** 26 + Math.max(a, b);

function withoutDoubles(mesh: TriangleMesh): TriangleMesh {
  const seen = new Set<string>();
  const kept: number[] = [];
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const corner = [mesh.triangles[t], mesh.triangles[t + 1], mesh.triangles[t + 2]];
    const key = [...corner].sort((a, b) => a - b).join();
    if (seen.has(key)) continue;
    seen.add(key);
    kept.push(...corner);
  }
  return { positions: mesh.positions, triangles: Uint32Array.from(kept) };
}

/** All facets of a shell turned the same way round, outwards. @returns the mesh and how many facets were turned */
function orientated(mesh: TriangleMesh): { mesh: TriangleMesh; turned: number } {
  const triangles = mesh.triangles.slice();
  const count = triangles.length / 3;
  const owners = new Map<number, number[]>();
  for (let t = 0; t < count; t++)
    for (let k = 0; k < 3; k++) {
      const key = edgeKey(triangles[3 * t + k], triangles[3 * t + ((k + 1) % 3)]);
      owners.set(key, [...(owners.get(key) ?? []), t]);
    }
  const runs = (t: number, a: number, b: number) =>
    [0, 1, 2].some((k) => triangles[3 * t + k] === a && triangles[3 * t + ((k + 1) % 3)] === b);
  const flip = (t: number) => {
    [triangles[3 * t + 1], triangles[3 * t + 2]] = [triangles[3 * t + 2], triangles[3 * t + 1]];
  };
  const seen = new Uint8Array(count);
  let turned = 0;
  for (let start = 0; start < count; start++) {
    if (seen[start]) continue;
    seen[start] = 1;
    const shell = [start];
    const flipped = new Set<number>();
    for (let i = 0; i < shell.length; i++) {
      const t = shell[i];
      for (let k = 0; k < 3; k++) {
        const [a, b] = [triangles[3 * t + k], triangles[3 * t + ((k + 1) % 3)]];
        const pair = owners.get(edgeKey(a, b))!;
        if (pair.length !== 2) continue;
        const other = pair[0] === t ? pair[1] : pair[0];
        if (seen[other]) continue;
        seen[other] = 1;
        if (runs(other, a, b)) {
          flip(other);
          flipped.add(other);
        }
        shell.push(other);
      }
    }
    turned += Math.min(flipped.size, shell.length - flipped.size);
  }
  const out = { positions: mesh.positions, triangles };
  if (meshVolume(out) >= 0) return { mesh: out, turned };
  for (let t = 0; t < count; t++) flip(t);
  return { mesh: out, turned: turned === 0 ? count : turned };
}

/** Rings of edges that have no partner, walked the way the missing facets would run. */
function holeRings(mesh: TriangleMesh): number[][] {
  const next = new Map<number, number>();
  const edges = new Map<number, [number, number]>();
  for (let t = 0; t < mesh.triangles.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [mesh.triangles[t + k], mesh.triangles[t + ((k + 1) % 3)]];
      const key = edgeKey(a, b);
      if (!edges.delete(key)) edges.set(key, [a, b]);
    }
  for (const [a, b] of edges.values()) next.set(b, a);
  const rings: number[][] = [];
  while (next.size > 0) {
    const [start] = next.keys();
    const ring: number[] = [];
    for (let at: number | undefined = start; at !== undefined && next.has(at);) {
      ring.push(at);
      const to: number = next.get(at)!;
      next.delete(at);
      at = to;
    }
    if (ring.length >= 3) rings.push(ring);
  }
  return rings;
}

/** Triangles over a ring that lies in a plane; empty when it does not. */
function lid(mesh: TriangleMesh, ring: readonly number[]): number[] {
  const points = ring.map((i) => vertex(mesh, i));
  let normal = { x: 0, y: 0, z: 0 };
  points.forEach((p, i) => {
    const n = cross(subtract(p, points[0]), subtract(points[(i + 1) % points.length], points[0]));
    normal = { x: normal.x + n.x, y: normal.y + n.y, z: normal.z + n.z };
  });
  const size = Math.sqrt(dot(normal, normal));
  if (size < 1e-9) return [];
  normal = scale(normal, 1 / size);
  if (points.some((p) => Math.abs(dot(normal, subtract(p, points[0]))) > 1e-3)) return [];
  const drop = (['x', 'y', 'z'] as const).reduce((a, b) => (Math.abs(normal[b]) > Math.abs(normal[a]) ? b : a));
  const [u, v] = (['x', 'y', 'z'] as const).filter((a) => a !== drop);
  const found = earcut(points.flatMap((p) => [p[u], p[v]]));
  const triangles = found.map((i) => ring[i]);
  const test = { positions: mesh.positions, triangles: Uint32Array.from(triangles.slice(0, 3)) };
  if (triangles.length >= 3 && dot(facet(test, 0).normal, normal) < 0)
    for (let t = 0; t < triangles.length; t += 3)
      [triangles[t + 1], triangles[t + 2]] = [triangles[t + 2], triangles[t + 1]];
  return triangles;
}

/**
 * Makes a closed surface of a loose heap of facets where that can be done without guessing a shape: joins corners that
 * nearly meet, drops facets that are there twice, turns all facets outwards and closes flat holes.
 * What is still open is told with its places, and is for the planner to mend in the drawing program.
 */
export function repairMesh(loose: TriangleMesh): Repaired {
  const done: string[] = [];
  let mesh = weldMesh(loose);
  const { min, max } = meshBox(loose);
  const size = Math.max(max.x - min.x, max.y - min.y, max.z - min.z);
  for (const tolerance of [1e-5, 1e-4, 1e-3].map((t) => t * Math.max(1, size / 100))) {
    if (openEdges(mesh).length === 0) break;
    const joined = weldMesh(loose, tolerance);
    if (openEdges(joined).length >= openEdges(mesh).length) continue;
    mesh = joined;
    done.push(`joined corners that lay up to ${tolerance.toPrecision(1)} mm apart`);
  }
  const before = mesh.triangles.length;
  mesh = withoutDoubles(mesh);
  if (mesh.triangles.length < before)
    done.push(`dropped ${(before - mesh.triangles.length) / 3} facets that were there twice`);
  const outwards = orientated(mesh);
  if (outwards.turned > 0) done.push(`turned ${outwards.turned} facets the right way round`);
  mesh = outwards.mesh;
  if (openEdges(mesh).length > 0) {
    const lids = holeRings(mesh)
      .filter((r) => r.length <= HOLE_CORNERS)
      .map((ring) => ({ ring, triangles: lid(mesh, ring) }))
      .filter((l) => l.triangles.length > 0);
    for (const { ring } of lids) {
      const p = vertex(mesh, ring[0]);
      done.push(
        `closed a flat hole of ${ring.length} corners near (${[p.x, p.y, p.z].map((c) => c.toFixed(3)).join(', ')}) mm`,
      );
    }
    mesh = {
      positions: mesh.positions,
      triangles: Uint32Array.from([...mesh.triangles, ...lids.flatMap((l) => l.triangles)]),
    };
  }
  return {
    mesh: loose.cornersWithin ? { ...mesh, cornersWithin: loose.cornersWithin } : mesh,
    done,
    open: openEdges(mesh),
  };
}
