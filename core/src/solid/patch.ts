import { AXES, type Axis } from '../frames';
import type { TriangleMesh } from './mesh';

/**
 * Triangles for which `belongs` holds, gathered into patches joined edge to edge. Each patch lists triangle starts
 * (multiples of 3).
 */
export function patchesOf(mesh: TriangleMesh, belongs: (t: number) => boolean): number[][] {
  const inside: number[] = [];
  for (let t = 0; t < mesh.triangles.length; t += 3) if (belongs(t)) inside.push(t);
  const byEdge = new Map<string, number[]>();
  const edges = (t: number) =>
    [0, 1, 2].map((k) => {
      const a = mesh.triangles[t + k];
      const b = mesh.triangles[t + ((k + 1) % 3)];
      return a < b ? `${a},${b}` : `${b},${a}`;
    });
  for (const t of inside) for (const e of edges(t)) byEdge.set(e, [...(byEdge.get(e) ?? []), t]);
  const seen = new Set<number>();
  return inside.flatMap((start) => {
    if (seen.has(start)) return [];
    seen.add(start);
    const patch: number[] = [];
    const open = [start];
    for (let t = open.pop(); t !== undefined; t = open.pop()) {
      patch.push(t);
      for (const next of edges(t).flatMap((e) => byEdge.get(e) ?? [])) {
        if (seen.has(next)) continue;
        seen.add(next);
        open.push(next);
      }
    }
    return [patch];
  });
}

/**
 * Closed surface between a patch that looks down an axis and its projection on the plane `axis = floor` below it.
 * @param raise how far a corner's roof is moved along the axis
 */
export function prismMesh({
  mesh,
  patch,
  axis,
  floor,
  raise,
}: {
  readonly mesh: TriangleMesh;
  readonly patch: readonly number[];
  readonly axis: Axis;
  readonly floor: number;
  readonly raise: (vertex: number) => number;
}): TriangleMesh {
  const place = new Map<number, number>();
  const positions: number[] = [];
  const along = AXES.indexOf(axis);
  const put = (v: number): number => {
    const known = place.get(v);
    if (known !== undefined) return known;
    const p = [...mesh.positions.subarray(3 * v, 3 * v + 3)];
    const i = positions.length / 3;
    p[along] += raise(v);
    positions.push(...p);
    p[along] = floor;
    positions.push(...p);
    place.set(v, i);
    return i;
  };
  const triangles: number[] = [];
  const walls = new Map<string, [number, number]>();
  for (const t of patch) {
    const [a, b, c] = [put(mesh.triangles[t]), put(mesh.triangles[t + 1]), put(mesh.triangles[t + 2])];
    // the patch looks down and out of the part; as the prism's roof it looks the other way
    triangles.push(a, c, b, a + 1, b + 1, c + 1);
    for (const [p, q] of [
      [a, b],
      [b, c],
      [c, a],
    ]) {
      if (!walls.delete(`${q},${p}`)) walls.set(`${p},${q}`, [p, q]);
    }
  }
  for (const [p, q] of walls.values()) triangles.push(p, q, q + 1, p, q + 1, p + 1);
  return { positions: Float64Array.from(positions), triangles: Uint32Array.from(triangles) };
}
