import { add, AXES, cross, dot, scale, subtract, type Axis, type Vec3 } from '../frames';
import { facet, vertex, type TriangleMesh } from './mesh';

/** Corners at which a face looks along the axis: an overhang ends there in an edge. */
export function crests(mesh: TriangleMesh, axis: Axis, sign: number): Uint8Array {
  const crest = new Uint8Array(mesh.positions.length / 3);
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    if (facet(mesh, t).normal[axis] * sign > 1e-7) for (let k = 0; k < 3; k++) crest[mesh.triangles[t + k]] = 1;
  }
  return crest;
}

/** Facets of a mesh that lie on the surface of a body and look the same way. */
export function facetsOn(mesh: TriangleMesh, body: TriangleMesh): (t: number) => boolean {
  // off any number somebody would choose, so that rounding does not part what is one plane
  const cell = (v: number) => Math.floor(v * 1e4 + 0.3718);
  const key = (n: Vec3, p: Vec3) => [n.x, n.y, n.z, dot(n, p)].map(cell).join();
  const planes = new Map<string, number[]>();
  for (let t = 0; t < body.triangles.length; t += 3) {
    const { normal, area } = facet(body, t);
    if (area < 1e-9) continue;
    const name = key(normal, vertex(body, body.triangles[t]));
    planes.set(name, [...(planes.get(name) ?? []), t]);
  }
  const corners = (m: TriangleMesh, t: number) => [0, 1, 2].map((k) => vertex(m, m.triangles[t + k]));
  return (t) => {
    const { normal } = facet(mesh, t);
    const [a, b, c] = corners(mesh, t);
    const middle = scale(add(add(a, b), c), 1 / 3);
    return (planes.get(key(normal, a)) ?? []).some((other) => {
      const around = corners(body, other);
      return around.every((p, k) => dot(normal, cross(subtract(around[(k + 1) % 3], p), subtract(middle, p))) > -1e-6);
    });
  };
}

/** Whether two bodies lie on each other with faces that look the same way and are not square to an axis. */
export function shareSlopes(mesh: TriangleMesh, body: TriangleMesh): boolean {
  const isOn = facetsOn(mesh, body);
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const { normal } = facet(mesh, t);
    if (AXES.every((a) => Math.abs(normal[a]) < 1 - 1e-9) && isOn(t)) return true;
  }
  return false;
}

/** Only the facets of curved faces; `turned`: seen from the other side. */
function curvedFacets({ positions, triangles, curved }: TriangleMesh, turned: boolean): TriangleMesh {
  const kept: number[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = triangles.subarray(t, t + 3);
    if (curved?.[t / 3]) kept.push(...(turned ? [a, c, b] : [a, b, c]));
  }
  return { positions, triangles: Uint32Array.from(kept) };
}

/** A body one side of a gap lies on; `turned`: the gap lies outside it. */
interface Beside {
  readonly mesh: TriangleMesh;
  readonly turned: boolean;
}

/** A gap lies on a body with nearly half its surface; the rest are its ends. */
const ON_EACH = 0.4;

/**
 * Whether what is left of a body after another one is taken off it is nothing but the gap between facets of curved
 * faces that both have: thinner than facets stay to their curve, and all but its ends on such facets.
 * @param beside the bodies that are known, one or both
 * @param within how far facets may lie off their curve, mm
 */
export function isGapOfFacets(
  rest: { readonly mesh: TriangleMesh; readonly volumeMm3: number },
  beside: readonly Beside[],
  within: number,
): boolean {
  const { mesh } = rest;
  const areas = Array.from({ length: mesh.triangles.length / 3 }, (_, i) => facet(mesh, 3 * i).area);
  const area = areas.reduce((sum, a) => sum + a, 0);
  if (area === 0 || (2 * rest.volumeMm3) / area > within) return false;
  const on = beside.map(({ mesh: body, turned }) => facetsOn(mesh, curvedFacets(body, turned)));
  const curved = areas.reduce((sum, a, i) => (on.some((isOn) => isOn(3 * i)) ? sum + a : sum), 0);
  return curved >= ON_EACH * beside.length * area;
}
