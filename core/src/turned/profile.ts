import { AXES, axisOf, signOf, type Direction, type Vec3 } from '../frames';
import { facet, meshBox, vertex, type Result, type TriangleMesh } from '../solid';
import { speechIn, type Speech } from '../units';

/** A round piece of a meridian: the circle it lies on, `at` along the axis and so far from it. mm. */
export interface Arc {
  readonly at: number;
  readonly fromAxis: number;
  readonly radius: number;
  /** the metal is inside the circle: the piece bulges away from the axis */
  readonly bulges: boolean;
}

/** A piece of a profile between two places along the axis: a cylinder, a cone or a round. mm. */
export interface ProfilePiece {
  /** from the finished front face, towards the spindle */
  readonly from: number;
  readonly to: number;
  readonly fromDiameter: number;
  readonly toDiameter: number;
  readonly arc: Arc | null;
}

/** What of a part goes round: its half section. Places count from the finished front face towards the spindle, mm. */
export interface Profile {
  readonly length: number;
  /** the outside, from the front face on, without gaps */
  readonly outside: readonly ProfilePiece[];
  readonly bores: readonly ProfilePiece[];
  /** faces of the model that do not go round: flats and cross holes */
  readonly crossed: number;
  /** outside faces that lie under others: no tool that comes from the side reaches them */
  readonly under: readonly { readonly from: number; readonly to: number }[];
}

/** Places nearer to each other than this are one, mm. */
const SAME_MM = 1e-6;
/** Corners of a face of revolution lie on its meridian to within this, mm: readers put them there. */
const ON_MERIDIAN_MM = 1e-4;
/** A facet of a face of revolution leans sideways no more than half a coarse chord does: sine of 20°. */
const SIDEWAYS = 0.35;

/** Diameter of a piece at a place along the axis. */
export function diameterOf({ from, to, fromDiameter, toDiameter, arc }: ProfilePiece, at: number): number {
  if (!arc) return fromDiameter + ((toDiameter - fromDiameter) * (at - from)) / (to - from);
  const rise = Math.sqrt(Math.max(0, arc.radius ** 2 - (at - arc.at) ** 2));
  return 2 * (arc.fromAxis + (arc.bulges ? rise : -rise));
}

/** Largest and smallest outside diameter between two places; null: the part is not there. */
export function diametersBetween(
  { outside }: Profile,
  from: number,
  to: number,
): { readonly least: number; readonly most: number } | null {
  const all = outside.flatMap((p) => {
    const [a, b] = [Math.max(from, p.from), Math.min(to, p.to)];
    if (b - a <= SAME_MM) return [];
    const top = p.arc && p.arc.at > a && p.arc.at < b ? [diameterOf(p, p.arc.at)] : [];
    return [diameterOf(p, a), diameterOf(p, b), ...top];
  });
  return all.length === 0 ? null : { least: Math.min(...all), most: Math.max(...all) };
}

/** The one diameter a part has between two places; null: it has several there, or is not there. */
export function cylinderBetween(profile: Profile, from: number, to: number): number | null {
  const here = diametersBetween(profile, from, to);
  return here && here.most - here.least <= ON_MERIDIAN_MM ? here.most : null;
}

/** The largest bore a part has between two places; null: it is solid there. */
export function boreBetween({ bores }: Profile, from: number, to: number): number | null {
  const here = bores.flatMap((b) => {
    const [p, q] = [Math.max(from, b.from), Math.min(to, b.to)];
    return q - p > SAME_MM ? [diameterOf(b, p), diameterOf(b, q)] : [];
  });
  return here.length === 0 ? null : Math.max(...here);
}

/** Integral of √(R² − u²) from 0 to u. */
const underCircle = (u: number, radius: number): number =>
  (u / 2) * Math.sqrt(Math.max(0, radius ** 2 - u ** 2)) +
  (radius ** 2 / 2) * Math.asin(Math.max(-1, Math.min(1, u / radius)));

/** Volume of a piece turned about the axis, mm³: `π·∫ r² dz` in closed form (any mathematics handbook). */
export function volumeOfPiece(piece: ProfilePiece): number {
  const { from, to, fromDiameter: d, toDiameter: e, arc } = piece;
  if (!arc) return (Math.PI * (to - from) * (d * d + d * e + e * e)) / 12;
  const [a, b] = [from - arc.at, to - arc.at];
  const area = underCircle(b, arc.radius) - underCircle(a, arc.radius);
  const squares = arc.radius ** 2 * (b - a) - (b ** 3 - a ** 3) / 3;
  return Math.PI * (arc.fromAxis ** 2 * (b - a) + (arc.bulges ? 2 : -2) * arc.fromAxis * area + squares);
}

/** Volume of the part as it goes round, mm³: flats and cross holes are not taken off. */
export const volumeOfProfile = ({ outside, bores }: Profile): number =>
  outside.reduce((sum, p) => sum + volumeOfPiece(p), 0) - bores.reduce((sum, p) => sum + volumeOfPiece(p), 0);

interface Meridian {
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

/** The line or circle the corners of a face lie on in the half plane; null: on neither. */
function pieceThrough(points: readonly (readonly [number, number])[], hollow: boolean): ProfilePiece | null {
  const sorted = [...points].sort((p, q) => p[0] - q[0]);
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  const ends = { from: first[0], to: last[0], fromDiameter: 2 * first[1], toDiameter: 2 * last[1] };
  const line: ProfilePiece = { ...ends, arc: null };
  if (sorted.every(([z, r]) => Math.abs(diameterOf(line, z) / 2 - r) <= ON_MERIDIAN_MM)) return line;
  const circle = circleThrough(points);
  if (!circle) return null;
  const { at, r: fromAxis, radius } = circle;
  const off = points.some(([z, r]) => Math.abs(Math.hypot(z - at, r - fromAxis) - radius) > ON_MERIDIAN_MM);
  const above = points.filter(([, r]) => r > fromAxis + ON_MERIDIAN_MM).length;
  const below = points.filter(([, r]) => r < fromAxis - ON_MERIDIAN_MM).length;
  if (off || (above > 0 && below > 0)) return null;
  return { ...ends, arc: { at, fromAxis, radius, bulges: above > 0 || (below === 0 && !hollow) } };
}

/** The part's coordinates about its axis: along it from the front, and away from it. */
function aboutAxis(mesh: TriangleMesh, front: Direction, through: Vec3) {
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
function faceAbout(
  mesh: TriangleMesh,
  triangles: readonly number[],
  about: ReturnType<typeof aboutAxis>,
): Meridian | 'square' | 'across' {
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
  const piece = pieceThrough(
    rings.map((c) => c.point),
    hollow < 0,
  );
  return piece && piece.to - piece.from > SAME_MM ? { piece, hollow: hollow < 0 } : 'across';
}

/** Without the noise of turning and adding up: 14, not 13.999 999 999 999 998. */
const clean = (mm: number): number => Math.round(mm * 1e9) / 1e9;

const cutOut = (p: ProfilePiece, from: number, to: number): ProfilePiece => ({
  ...p,
  from: clean(from),
  to: clean(to),
  fromDiameter: clean(from === p.from ? p.fromDiameter : diameterOf(p, from)),
  toDiameter: clean(to === p.to ? p.toDiameter : diameterOf(p, to)),
});

/** The outermost of all pieces at every place; null: somewhere there is none. */
function outermost(pieces: readonly ProfilePiece[], length: number): ProfilePiece[] | number {
  const ends = [0, length, ...pieces.flatMap((p) => [p.from, p.to])].sort((a, b) => a - b);
  const places = ends.filter((e, i) => i === 0 || e - ends[i - 1] > SAME_MM);
  const made: { of: ProfilePiece; from: number; to: number }[] = [];
  for (let i = 0; i + 1 < places.length; i++) {
    const [from, to] = [places[i], places[i + 1]];
    const middle = (from + to) / 2;
    const here = pieces.filter((p) => p.from < middle && p.to > middle);
    if (here.length === 0) return middle;
    const of = here.reduce((a, b) => (diameterOf(b, middle) > diameterOf(a, middle) ? b : a));
    const last = made[made.length - 1];
    if (last && last.of === of) last.to = to;
    else made.push({ of, from, to });
  }
  return made.map((m) => cutOut(m.of, m.from, m.to));
}

/** Where outside pieces lie under what is outermost there: metal hangs over them. */
function hungOver(pieces: readonly ProfilePiece[], outside: readonly ProfilePiece[]): Profile['under'] {
  const ends = [...pieces, ...outside].flatMap((p) => [p.from, p.to]).sort((a, b) => a - b);
  const places = ends.filter((e, i) => i === 0 || e - ends[i - 1] > SAME_MM);
  const found: { from: number; to: number }[] = [];
  for (let i = 0; i + 1 < places.length; i++) {
    const [from, to] = [clean(places[i]), clean(places[i + 1])];
    const middle = (from + to) / 2;
    const covers = (p: ProfilePiece) => p.from < middle && p.to > middle;
    const over = outside.find(covers);
    if (
      !over ||
      !pieces.some((p) => covers(p) && diameterOf(over, middle) - diameterOf(p, middle) > 2 * ON_MERIDIAN_MM)
    )
      continue;
    const last = found[found.length - 1];
    if (last && from - last.to <= SAME_MM) last.to = to;
    else found.push({ from, to });
  }
  return found;
}

/** Meridians that run on from one another in one line: a face that the model has in halves is one piece. */
function joined(pieces: readonly ProfilePiece[]): ProfilePiece[] {
  const out: ProfilePiece[] = [];
  for (const p of pieces) {
    const last = out[out.length - 1];
    const isOn = last && !last.arc && !p.arc && Math.abs(last.toDiameter - p.fromDiameter) < ON_MERIDIAN_MM;
    const slope = (q: ProfilePiece) => (q.toDiameter - q.fromDiameter) / (q.to - q.from);
    if (isOn && Math.abs(slope(last) - slope(p)) < 1e-6)
      out[out.length - 1] = { ...last, to: p.to, toDiameter: p.toDiameter };
    else out.push(p);
  }
  return out;
}

const isSame = (p: ProfilePiece, q: ProfilePiece): boolean =>
  (['from', 'to', 'fromDiameter', 'toDiameter'] as const).every((k) => Math.abs(p[k] - q[k]) < ON_MERIDIAN_MM) &&
  (p.arc === null) === (q.arc === null);

/**
 * The profile of a part that goes round an axis, from the faces of its model: cylinders, cones and rounds exactly, as
 * corners of a mesh lie on the model's faces.
 * @param mesh with `faces`; @param front the side that looks away from the spindle; @param through a point of the axis,
 * part coordinates
 * @returns a problem where nothing goes round about that axis
 */
export function profileOf(
  mesh: TriangleMesh,
  front: Direction,
  through: Vec3,
  speech: Speech = speechIn('mm'),
): Result<Profile> {
  const about = aboutAxis(mesh, front, through);
  const byFace = new Map<number, number[]>();
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const face = mesh.faces?.[t / 3] ?? -1 - t;
    const known = byFace.get(face);
    if (known) known.push(t);
    else byFace.set(face, [t]);
  }
  const seen = [...byFace.values()].map((triangles) => faceAbout(mesh, triangles, about));
  const meridians = seen.filter((s): s is Meridian => typeof s === 'object');
  const outer = meridians.filter((m) => !m.hollow).map((m) => m.piece);
  const along = `along ${about.axis.toUpperCase()}`;
  if (outer.length === 0)
    return {
      ok: false,
      problem: `The part has nothing round ${along}. Choose another axis, or plan it as a milled part.`,
    };
  const outside = outermost(outer, about.length);
  if (typeof outside === 'number')
    return {
      ok: false,
      problem: `The part does not go round ${speech.sizeWithUnit(outside)} behind its front face. Choose another axis, or plan it as a milled part.`,
    };
  // a groove in a face has metal inside it, and is no bore
  const hasMetalIn = (p: ProfilePiece) => {
    const middle = (p.from + p.to) / 2;
    return outer.some((q) => q.from < middle && q.to > middle && diameterOf(q, middle) < diameterOf(p, middle));
  };
  const hollow = meridians.filter((m) => m.hollow && !hasMetalIn(m.piece)).map((m) => m.piece);
  const bores = hollow.filter((p, i) => hollow.findIndex((q) => isSame(p, q)) === i).sort((p, q) => p.from - q.from);
  const crossed = seen.filter((s) => s === 'across').length;
  const under = hungOver(outer, outside);
  return { ok: true, value: { length: about.length, outside: joined(outside), bores, crossed, under } };
}
