import type { Vec3 } from '../frames';
import { facet, vertex, type TriangleMesh } from '../solid';
import { onView, VIEWS, type ViewName, type Point, type Scene } from '../scene';

/** A surface that is not closed, in one view: its edges, and the places where it is open. */
export interface OpenView {
  /** u0 v0 u1 v1 … */
  readonly edges: number[];
  readonly places: Point[];
}

const EDGE = Math.cos((20 * Math.PI) / 180);

/**
 * Edges where facets meet at an angle or end, projected; nothing is hidden, as an open surface hides nothing for
 * certain.
 */
export function openViews(mesh: TriangleMesh, places: readonly Vec3[]): Record<ViewName, OpenView> {
  const seen = new Map<number, { t: number; a: number; b: number }>();
  const sharp: [number, number][] = [];
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    for (let k = 0; k < 3; k++) {
      const [a, b] = [mesh.triangles[t + k], mesh.triangles[t + ((k + 1) % 3)]];
      const key = Math.min(a, b) * 2 ** 26 + Math.max(a, b);
      const other = seen.get(key);
      if (!other) {
        seen.set(key, { t, a, b });
        continue;
      }
      seen.delete(key);
      const [m, n] = [facet(mesh, other.t).normal, facet(mesh, t).normal];
      if (m.x * n.x + m.y * n.y + m.z * n.z < EDGE) sharp.push([a, b]);
    }
  }
  for (const { a, b } of seen.values()) sharp.push([a, b]);
  const seenIn = (view: ViewName): OpenView => ({
    edges: sharp.flatMap(([a, b]) => [...onView(view, vertex(mesh, a)), ...onView(view, vertex(mesh, b))]),
    places: places.slice(0, 200).map((p) => onView(view, p)),
  });
  return { above: seenIn('above'), front: seenIn('front'), leftEnd: seenIn('leftEnd') };
}

/** The surface with a cross at every place where it is open. */
export function openScene(view: ViewName, { edges, places }: OpenView): Scene {
  const us = edges.filter((_, i) => i % 2 === 0);
  const r = (Math.max(...us) - Math.min(...us)) / 40;
  return {
    title: VIEWS[view].title,
    shapes: [
      { kind: 'lines', role: 'edges', segments: edges },
      {
        kind: 'lines',
        role: 'chosen',
        segments: places.flatMap(([u, v]) => [u - r, v - r, u + r, v + r, u - r, v + r, u + r, v - r]),
      },
    ],
  };
}
