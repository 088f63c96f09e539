/*
 * The blank around the part: in go the finished part's box, the allowances and what it is made from; out come its
 * solid, the places of copies and how each side comes. Part frame, mm.
 */

import {
  AXES,
  byAxis,
  DIRECTIONS,
  axisOf,
  signOf,
  boxSize,
  type Axis,
  type Box3,
  type Direction,
  type Vec3,
} from '../frames';
import type { Allowance, Blank, BlankKind, Copies, SurfaceState } from '../job';
import type { Bond } from '../shop';
import { bar, type Bar, boxMesh, meshBox, meshVolume, weldMesh, type TriangleMesh } from '../solid';
import { earsOn, type EarFacts } from './ears';
import { boxOfCopies, copyPlaces, type CopyPlace } from './copies';

export * from './copies';
export * from './ears';
export * from './film';
export * from './stock';

const ALLOWANCE_KEY: Record<Direction, keyof Allowance> = {
  '-x': 'xMinus',
  '+x': 'xPlus',
  '-y': 'yMinus',
  '+y': 'yPlus',
  '-z': 'zMinus',
  '+z': 'zPlus',
};

export function allowanceOn(allowance: Allowance, side: Direction): number {
  return allowance[ALLOWANCE_KEY[side]];
}

export function withAllowance(allowance: Allowance, side: Direction, mm: number): Allowance {
  return { ...allowance, [ALLOWANCE_KEY[side]]: mm };
}

/** Allowance from size: what the size changes by is shared evenly between the two sides. */
export function withSize(allowance: Allowance, axis: Axis, from: number, to: number): Allowance {
  const half = (to - from) / 2;
  const minus = withAllowance(allowance, `-${axis}`, allowanceOn(allowance, `-${axis}`) + half);
  return withAllowance(minus, `+${axis}`, allowanceOn(minus, `+${axis}`) + half);
}

/** The job's blank with other stock on its sides: a side that gets stock is no longer a finished one. */
export function withStock(
  { blank, allowance }: { readonly blank: Blank; readonly allowance: Allowance },
  next: Allowance,
): { blank: Blank; allowance: Allowance } {
  const gains = DIRECTIONS.filter(
    (d) => stateOf(blank, d) === 'finished' && allowanceOn(allowance, d) <= 0 && allowanceOn(next, d) > 0,
  );
  return { allowance: next, blank: gains.reduce((b, d) => withState(b, d, 'sawn'), blank) };
}

export function stateOf(blank: Pick<Blank, 'sides'>, side: Direction): SurfaceState {
  return blank.sides[ALLOWANCE_KEY[side]];
}

/** So much on a side is stock, mm. */
export const STOCK_MM = 1e-6;

/**
 * How a side really comes: as the job says, but no more than sawn where there is stock on it. @param allowance as the
 * blank has it
 */
export function stateWithStock(blank: Pick<Blank, 'sides'>, allowance: Allowance, side: Direction): SurfaceState {
  const state = stateOf(blank, side);
  return state === 'finished' && allowanceOn(allowance, side) > STOCK_MM ? 'sawn' : state;
}

/** The sides of a blank that becomes a bar: its skin is raw until somebody says otherwise. */
export function skinOfBar(blank: Blank, along: Axis): Blank['sides'] {
  return DIRECTIONS.filter((d) => axisOf(d) !== along && stateOf(blank, d) === 'finished').reduce(
    (b, d) => withState(b, d, 'raw'),
    blank,
  ).sides;
}

export function withState(blank: Blank, side: Direction, state: SurfaceState): Blank {
  return { ...blank, sides: { ...blank.sides, [ALLOWANCE_KEY[side]]: state } };
}

/** Kinds that are a block in shape: six flat sides, each with its own allowance. */
export function isBoxKind(kind: BlankKind): boolean {
  return kind === 'block' || kind === 'plate' || kind === 'sheet';
}

/** The block put around a part: the part's box grown by the allowance on each side, part coordinates. */
export function blankBox(part: Box3, allowance: Allowance): Box3 {
  return {
    min: byAxis((axis) => part.min[axis] - allowanceOn(allowance, `-${axis}`)),
    max: byAxis((axis) => part.max[axis] + allowanceOn(allowance, `+${axis}`)),
  };
}

/** What decides a blank's shape, besides the part and the stock on it. */
export type BlankShape = Pick<Blank, 'kind' | 'along' | 'across' | 'bore' | 'solid' | 'ears'>;

/** How the blank stands around the part, or around all copies of it. Part coordinates. */
export interface BlankFacts {
  readonly kind: BlankKind;
  readonly box: Box3;
  readonly size: Vec3;
  readonly volumeMm3: number;
  /** its surface, curved facets marked */
  readonly surface: TriangleMesh;
  /** stock on each side of the part's box, as it comes out */
  readonly allowance: Allowance;
  /** sides where the blank ends inside the part, with how far, mm */
  readonly short: readonly { readonly side: Direction; readonly by: number }[];
  readonly hasVolume: boolean;
  /** why the blank is not what the job says; a block stands in for it */
  readonly problem: string | null;
  readonly copies: readonly CopyPlace[];
  readonly round?: { readonly bar: Bar; readonly center: Vec3 };
  /** glued to its sides; left out: there are none, or nothing they could be glued to */
  readonly ears?: readonly EarFacts[];
}

interface Shape {
  readonly round?: { readonly bar: Bar; readonly center: Vec3 };
  readonly surface: TriangleMesh;
  readonly problem: string | null;
}

function barShape(whole: Box3, allowance: Allowance, { kind, along, across, bore }: BlankShape): Shape | null {
  const start = whole.min[along] - allowanceOn(allowance, `-${along}`);
  const length = whole.max[along] + allowanceOn(allowance, `+${along}`) - start;
  const wall =
    kind === 'tube' && bore >= across ? 'The tube has no wall: its bore is as large as its outside diameter.' : null;
  if (across <= 0 || length <= 1e-6 || wall) return null;
  const center = byAxis((axis) => (axis === along ? start : (whole.min[axis] + whole.max[axis]) / 2));
  const section =
    kind === 'hexagon bar' ? ('hexagon' as const) : kind === 'tube' ? ('tube' as const) : ('round' as const);
  const it: Bar = { section, across, bore: section === 'tube' ? bore : 0, length, along };
  return { ...(section === 'hexagon' ? {} : { round: { bar: it, center } }), surface: bar(it, center), problem: null };
}

function shapeOf(whole: Box3, allowance: Allowance, blank: BlankShape, solid: TriangleMesh | null): Shape {
  const box = blankBox(whole, allowance);
  const block = (problem: string | null): Shape => ({ surface: boxMesh(box), problem });
  if (isBoxKind(blank.kind)) return block(null);
  if (blank.kind === 'own solid') {
    if (!blank.solid) return block('No file is chosen for the blank.');
    return solid
      ? { surface: weldMesh(solid), problem: null }
      : block(`The blank's file "${blank.solid.file}" has not been read yet, or the body chosen in it is not there.`);
  }
  return (
    barShape(whole, allowance, blank) ??
    block(blank.across <= 0 ? `The ${blank.kind} has no size across.` : `The ${blank.kind} has no length or no wall.`)
  );
}

/**
 * The blank around a part: a block, plate or sheet by its allowances, a bar by its size across and the allowance at its
 * ends, or a solid of its own, whose mesh is given once it is read. What cannot be made is told as a problem, and a
 * block by the allowances stands in for it.
 */
export function planBlank(
  part: Box3,
  job: { readonly allowance: Allowance; readonly blank: BlankShape; readonly copies: Copies },
  solid: TriangleMesh | null = null,
  bonds: readonly Bond[] = [],
): BlankFacts {
  const whole = boxOfCopies(part, job.copies);
  const flat = blankBox(whole, job.allowance);
  const hasVolume = !isBoxKind(job.blank.kind) || AXES.every((axis) => flat.max[axis] - flat.min[axis] > 1e-6);
  const { surface, problem, round } = shapeOf(whole, job.allowance, job.blank, solid);
  const box = isBoxKind(job.blank.kind) ? flat : meshBox(surface);
  const size = boxSize(box);
  const stock = (side: Direction) =>
    signOf(side) *
    ((signOf(side) > 0 ? box.max : box.min)[axisOf(side)] - (signOf(side) > 0 ? whole.max : whole.min)[axisOf(side)]);
  return {
    kind: job.blank.kind,
    box,
    size,
    surface,
    ...(round ? { round } : {}),
    ...(isBoxKind(job.blank.kind) && job.blank.ears.length > 0 ? { ears: earsOn(box, job.blank.ears, bonds) } : {}),
    problem,
    hasVolume,
    volumeMm3: isBoxKind(job.blank.kind) ? size.x * size.y * size.z : meshVolume(surface),
    allowance: isBoxKind(job.blank.kind)
      ? job.allowance
      : {
          xMinus: stock('-x'),
          xPlus: stock('+x'),
          yMinus: stock('-y'),
          yPlus: stock('+y'),
          zMinus: stock('-z'),
          zPlus: stock('+z'),
        },
    short: DIRECTIONS.flatMap((side) => (stock(side) < -1e-9 ? [{ side, by: -stock(side) }] : [])),
    copies: copyPlaces(part, job.copies),
  };
}
