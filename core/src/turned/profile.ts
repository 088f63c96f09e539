import type { Direction, Vec3 } from '../frames';
import type { Result, TriangleMesh } from '../solid';
import { speechIn, type Speech } from '../units';
import { aboutAxis, faceAbout } from './meridians';
import { diameterOf, ON_MERIDIAN_MM, SAME_MM, volumeOfPiece, type ProfilePiece } from './pieces';

export { diameterOf, volumeOfPiece, type Arc, type ProfilePiece } from './pieces';

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

/** Volume of the part as it goes round, mm³: flats and cross holes are not taken off. */
export const volumeOfProfile = ({ outside, bores }: Profile): number =>
  outside.reduce((sum, p) => sum + volumeOfPiece(p), 0) - bores.reduce((sum, p) => sum + volumeOfPiece(p), 0);

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
  const meridians = seen.flatMap((s) => (typeof s === 'string' ? [] : s));
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
