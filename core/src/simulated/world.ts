import { byAxis, type Axis, type Vec3 } from '../frames';
import { meshBox, vertex, type TriangleMesh } from '../solid';

/** Something that stands on the table: a mesh with axes parallel to the machine's, moved to where it really is. */
export interface Body {
  readonly name: string;
  readonly mesh: TriangleMesh;
  /** from the mesh's coordinates to machine coordinates, Z at the spindle gauge line */
  readonly at: Vec3;
}

export interface Contact {
  readonly body: string;
  /** how far the tool went before it touched */
  readonly distance: number;
}

type Point = readonly [number, number, number];

/** The part of a triangle at or above a height, as a polygon. */
function aboveHeight(corners: readonly Point[], z: number): Point[] {
  return corners.flatMap((p, i) => {
    const q = corners[(i + 1) % corners.length];
    const kept = p[2] >= z ? [p] : [];
    if ((p[2] > z && q[2] < z) || (p[2] < z && q[2] > z)) {
      const f = (z - p[2]) / (q[2] - p[2]);
      kept.push([p[0] + f * (q[0] - p[0]), p[1] + f * (q[1] - p[1]), z]);
    }
    return kept;
  });
}

/**
 * How far a disc's center travels along u until the disc touches a segment, both seen from above; Infinity: never.
 * `u` counts from the center in the direction of travel, `v` across it.
 */
function toSegment(a: readonly [number, number], b: readonly [number, number], r: number): number {
  const [lo, hi] = a[1] <= b[1] ? [a, b] : [b, a];
  const from = Math.max(lo[1], -r);
  const to = Math.min(hi[1], r);
  if (from > to) return Infinity;
  const at = (v: number, u: number) => u - Math.sqrt(Math.max(0, r * r - v * v));
  if (hi[1] - lo[1] < 1e-12) return at(lo[1], Math.min(lo[0], hi[0]));
  const slope = (hi[0] - lo[0]) / (hi[1] - lo[1]);
  const v = Math.min(to, Math.max(from, (-slope * r) / Math.hypot(1, slope)));
  return at(v, lo[0] + slope * (v - lo[1]));
}

/** How far an upright cylinder, its tip at `tip`, moves sideways before it touches a mesh. */
function sideways(
  mesh: TriangleMesh,
  tip: Vec3,
  { axis, direction }: { axis: 'x' | 'y'; direction: 1 | -1 },
  radius: number,
): number {
  const [u, v] = axis === 'x' ? ([0, 1] as const) : ([1, 0] as const);
  const center = [tip.x, tip.y] as const;
  const seen = (p: Point): [number, number] => [(p[u] - center[u]) * direction, p[v] - center[v]];
  let nearest = Infinity;
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const polygon = aboveHeight(
      [0, 1, 2].map((k): Point => {
        const c = vertex(mesh, mesh.triangles[t + k]);
        return [c.x, c.y, c.z];
      }),
      tip.z + 1e-9,
    );
    polygon.forEach((p, i) => {
      const distance = toSegment(seen(p), seen(polygon[(i + 1) % polygon.length]), radius);
      // what begins behind the tool is not ahead of it
      if (distance > -1e-9 && distance < nearest) nearest = distance;
    });
  }
  return nearest;
}

/** Ends of the part of an edge that lies inside a circle about the origin; null: none. */
function insideCircle(p: Point, q: Point, r: number): [number, number] | null {
  const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
  const [a, b, c] = [dx * dx + dy * dy, p[0] * dx + p[1] * dy, p[0] * p[0] + p[1] * p[1] - r * r];
  if (a < 1e-18) return c <= 0 ? [0, 1] : null;
  const root = b * b - a * c;
  if (root < 0) return null;
  const [from, to] = [Math.max(0, (-b - Math.sqrt(root)) / a), Math.min(1, (-b + Math.sqrt(root)) / a)];
  return from <= to ? [from, to] : null;
}

/**
 * Height of the plane of a triangle over a point, where the point lies inside the triangle seen from above; null:
 * outside.
 */
function heightInside([a, b, c]: readonly Point[], x: number, y: number): number | null {
  const d = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]);
  if (Math.abs(d) < 1e-15) return null;
  const s = ((x - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (y - a[1])) / d;
  const t = ((b[0] - a[0]) * (y - a[1]) - (x - a[0]) * (b[1] - a[1])) / d;
  return s >= -1e-12 && t >= -1e-12 && s + t <= 1 + 1e-12 ? a[2] + s * (b[2] - a[2]) + t * (c[2] - a[2]) : null;
}

/** Highest point of a mesh under a flat round tip. */
function highest(mesh: TriangleMesh, tip: Vec3, r: number): number {
  let most = -Infinity;
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const corners = [0, 1, 2].map((k): Point => {
      const c = vertex(mesh, mesh.triangles[t + k]);
      return [c.x - tip.x, c.y - tip.y, c.z];
    });
    corners.forEach((p, i) => {
      const q = corners[(i + 1) % 3];
      for (const f of insideCircle(p, q, r) ?? []) most = Math.max(most, p[2] + f * (q[2] - p[2]));
    });
    // the plane may be highest where the rim of the tip lies inside the triangle
    const [a, b, c] = corners;
    const n = [
      (b[1] - a[1]) * (c[2] - a[2]) - (b[2] - a[2]) * (c[1] - a[1]),
      (b[2] - a[2]) * (c[0] - a[0]) - (b[0] - a[0]) * (c[2] - a[2]),
      (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]),
    ];
    const steep = Math.hypot(n[0], n[1]);
    const up = n[2] > 0 ? -1 : 1;
    const [x, y] = steep < 1e-12 ? [0, 0] : [(up * r * n[0]) / steep, (up * r * n[1]) / steep];
    const height = Math.abs(n[2]) > 1e-12 ? heightInside(corners, x, y) : null;
    if (height !== null) most = Math.max(most, height);
  }
  return most;
}

/** How a tool feels its way. */
export interface Feeling {
  readonly axis: Axis;
  /** +1 or −1 along the axis; Z only downwards */
  readonly direction: 1 | -1;
  /** of the tool, an upright cylinder; it is taken to be longer than what it touches is high */
  readonly radius: number;
  /** the tool goes no further than this */
  readonly reach: number;
}

/**
 * What a tool touches first when it moves along one machine axis.
 * @param tip center of the tool's tip, machine coordinates less the tool's length in Z: the frame of `Body.at`
 */
export function firstTouch(
  bodies: readonly Body[],
  tip: Vec3,
  { axis, direction, radius, reach }: Feeling,
): Contact | null {
  let first: Contact | null = null;
  for (const { name, mesh, at } of bodies) {
    const local = byAxis((a) => tip[a] - at[a]);
    const distance =
      axis === 'z' ? local.z - highest(mesh, local, radius) : sideways(mesh, local, { axis, direction }, radius);
    if (distance >= -1e-9 && distance <= reach && distance < (first?.distance ?? Infinity))
      first = { body: name, distance: Math.max(0, distance) };
  }
  return first;
}

/** A tool that stands a hair inside a face only touches it. */
const GRAZE_MM = 1e-3;
const SAMPLE_MM = 2;

/**
 * What a tool runs into on a straight move; null: nothing. Looked at every 2 mm: thinner things may be missed. @param
 * from,to of its tip, Z less the length
 */
export function runsInto(bodies: readonly Body[], from: Vec3, to: Vec3, radius: number): string | null {
  const length = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z);
  const steps = Math.max(1, Math.ceil(length / SAMPLE_MM));
  const near = bodies.map((b) => ({ ...b, box: meshBox(b.mesh) }));
  for (let i = 1; i <= steps; i++) {
    const tip = byAxis((a) => from[a] + ((to[a] - from[a]) * i) / steps);
    for (const { name, mesh, at, box } of near) {
      const local = byAxis((a) => tip[a] - at[a]);
      const inside = (['x', 'y'] as const).every(
        (a) => local[a] > box.min[a] - radius && local[a] < box.max[a] + radius,
      );
      if (
        inside &&
        local.z < box.max.z - GRAZE_MM &&
        highest(mesh, local, Math.max(0, radius - GRAZE_MM)) > local.z + GRAZE_MM
      )
        return name;
    }
  }
  return null;
}
