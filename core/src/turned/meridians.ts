import { AXES, axisOf, signOf, type Direction, type Vec3 } from '../frames';
import { facet, meshBox, vertex, type TriangleMesh } from '../solid';
import { diameterOf, ON_MERIDIAN_MM, SAME_MM, type Arc, type ProfilePiece } from './pieces';

/** Corners of a round lie nearer to each other than this, seen from its middle: else there is nothing between. */
const MOST_BETWEEN = Math.PI / 4;
/** A facet of a face of revolution leans sideways no more than half a coarse chord does: sine of 20°. */
const SIDEWAYS = 0.35;

/** A meridian of a face that goes round, and whether the face looks towards the axis. */
export interface Meridian {
  readonly piece: ProfilePiece;
  readonly hollow: boolean;
}

/** Least squares circle through points of a half plane (Kåsa); null: they lie on a line. */
function circleThrough(
  points: readonly (readonly [number, number])[],
): { at: number; r: number; radius: number } | null {
  const n = points.length;
  const [mz, mr] = [points.reduce((s, p) => s + p[0], 0) / n, points.reduce((s, p) => s + p[1], 0) / n];
  let [zz, zr, rr, zq, rq] = [0, 0, 0, 0, 0];
  for (const [z, r] of points) {
    const [u, v] = [z - mz, r - mr];
    const q = u * u + v * v;
    zz += u * u;
    zr += u * v;
    rr += v * v;
    zq += u * q;
    rq += v * q;
  }
  const det = zz * rr - zr * zr;
  if (Math.abs(det) < 1e-9 * (zz + rr) ** 2) return null;
  const [a, b] = [(zq * rr - rq * zr) / det / 2, (rq * zz - zq * zr) / det / 2];
  return { at: mz + a, r: mr + b, radius: Math.sqrt(a * a + b * b + (zz + rr) / n) };
}

/**
 * The line or circle the corners of a face lie on in the half plane, a circle in two where it goes over and under its
 * middle; empty: on neither.
 */
function piecesThrough(points: readonly MeridianPoint[], hollow: boolean): Meridian[] {
  const sorted = [...points].sort((p, q) => p[0] - q[0]);
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  const ends = { from: first[0], to: last[0], fromDiameter: 2 * first[1], toDiameter: 2 * last[1] };
  const line: ProfilePiece = { ...ends, arc: null };
  if (sorted.every(([z, r]) => Math.abs(diameterOf(line, z) / 2 - r) <= ON_MERIDIAN_MM))
    return [{ piece: line, hollow }];
  const circle = circleThrough(points);
  if (!circle) return [];
  const { at, r: fromAxis, radius } = circle;
  const off = points.some(([z, r]) => Math.abs(Math.hypot(z - at, r - fromAxis) - radius) > ON_MERIDIAN_MM);
  if (off) return [];
  const arc = (bulges: boolean): Arc => ({ at, fromAxis, radius, bulges });
  const above = sorted.filter(([, r]) => r > fromAxis + ON_MERIDIAN_MM);
  const below = sorted.filter(([, r]) => r < fromAxis - ON_MERIDIAN_MM);
  const beside = sorted.filter(([, r]) => Math.abs(r - fromAxis) <= ON_MERIDIAN_MM);
  if (above.length === 0 || below.length === 0)
    return [{ piece: { ...ends, arc: arc(above.length > 0 || (below.length === 0 && !hollow)) }, hollow }];
  // its two halves look away from and towards the axis
  return [
    ...stretchesOf([...above, ...beside], at, radius).map((m) => ({ ...m, bulges: true, hollow })),
    ...stretchesOf([...below, ...beside], at, radius).map((m) => ({ ...m, bulges: false, hollow: !hollow })),
  ].map(({ from, to, bulges, hollow: inner }): Meridian => {
    const piece = { from: from[0], to: to[0], fromDiameter: 2 * from[1], toDiameter: 2 * to[1], arc: arc(bulges) };
    return { piece, hollow: inner };
  });
}

type MeridianPoint = readonly [number, number];

/** Half of a circle may be drawn on both sides and not in its middle: the stretches that are there. */
function stretchesOf(points: readonly MeridianPoint[], at: number, radius: number) {
  const sorted = [...points].sort((p, q) => p[0] - q[0]);
  const angle = ([z]: MeridianPoint) => Math.acos(Math.max(-1, Math.min(1, (z - at) / radius)));
  const made: { from: MeridianPoint; to: MeridianPoint }[] = [];
  sorted.forEach((p, i) => {
    const before = sorted[i - 1];
    if (before && angle(before) - angle(p) < MOST_BETWEEN) made[made.length - 1].to = p;
    else made.push({ from: p, to: p });
  });
  return made.filter(({ from, to }) => to[0] - from[0] > SAME_MM);
}

/** The part's coordinates about its axis: along it from the front, and away from it. */
export function aboutAxis(mesh: TriangleMesh, front: Direction, through: Vec3) {
  const axis = axisOf(front);
  const [u, v] = AXES.filter((a) => a !== axis);
  const { min, max } = meshBox(mesh);
  const face = signOf(front) > 0 ? max[axis] : min[axis];
  // + 0: no minus before nothing
  const along = (p: Vec3) => signOf(front) * (face - p[axis]) + 0;
  const from = (p: Vec3): readonly [number, number] => [p[u] - through[u], p[v] - through[v]];
  return { axis, u, v, along, from, length: max[axis] - min[axis] };
}

/** What one face of the model is about the axis: a meridian, square to it, or something that does not go round. */
export function faceAbout(
  mesh: TriangleMesh,
  triangles: readonly number[],
  about: ReturnType<typeof aboutAxis>,
): readonly Meridian[] | 'square' | 'across' {
  let hollow = 0;
  let square = true;
  const corners = new Map<string, { readonly point: readonly [number, number]; readonly vertices: Set<number> }>();
  for (const t of triangles) {
    const { normal, area } = facet(mesh, t);
    const at = [0, 1, 2].map((k) => vertex(mesh, mesh.triangles[t + k]));
    at.forEach((p, k) => {
      const point = [about.along(p), Math.hypot(...about.from(p))] as const;
      const key = point.map((x) => Math.round(x * 1e5)).join(' ');
      const known = corners.get(key) ?? { point, vertices: new Set() };
      corners.set(key, known);
      known.vertices.add(mesh.triangles[t + k]);
    });
    if (area < 1e-12) continue;
    if (Math.abs(normal[about.axis]) > 1 - 1e-6) continue;
    square = false;
    const middles = at.map(about.from);
    const [a, b] = [0, 1].map((k) => middles.reduce((s, m) => s + m[k], 0) / 3);
    const r = Math.hypot(a, b);
    const [nu, nv] = [normal[about.u], normal[about.v]];
    if (r < SAME_MM || Math.abs(nu * b - nv * a) / r > SIDEWAYS) return 'across';
    hollow += area * Math.sign(nu * a + nv * b);
  }
  if (square) return 'square';
  // a corner that stands alone was put onto a chord when the mesh was mended; rings of them lie on the face, and the
  // point where it closes on the axis
  const rings = [...corners.values()].filter((c) => c.vertices.size >= 3 || c.point[1] < ON_MERIDIAN_MM);
  if (rings.length < 2) return 'across';
  const pieces = piecesThrough(
    rings.map((c) => c.point),
    hollow < 0,
  );
  return pieces.length > 0 && pieces.every(({ piece }) => piece.to - piece.from > SAME_MM) ? pieces : 'across';
}
