import type { Orientation } from '../frames';
import { playOf, tiltOf } from './fits';
import { laid, layingsOf, type Laying, type Round, type Spot } from './layings';
import { BLOCK_SIDES, type BlockSide } from './sides';
import { dowelName, seatedSpots, type PatternHole } from './pattern';

/** Why a part cannot be put onto the dowels of its job. */
export type DowelProblem = 'no pattern' | 'not drilled' | 'drilled later' | 'other device' | 'askew';

/** The dowels of a job as one setup has them. */
export interface DowelsHere {
  readonly holes: readonly PatternHole[];
  /** where they were drilled into this device, in the order of the holes; null: they have a place of their own */
  readonly stands: readonly Spot[] | null;
  /** the setup that drills them, by its place in the route and its operation; null: the holes come with the blank */
  readonly drilledAt: number | null;
  readonly op: number | null;
  /** ± of a distance between two of them; null: nobody has said */
  readonly plusMinus: number | null;
  /** the setup that drills them finds its zero anew for every part */
  readonly anew: boolean;
  readonly problem: DowelProblem | null;
}

/** A dowel where it stands, and the hole that goes onto it. Device frame, mm. */
export interface SeatedDowel extends Round {
  readonly name: string;
  /** place of the hole in the pattern */
  readonly hole: number;
  /** the bore of the part that goes onto it, by the id of the feature; null: a hole drilled for it */
  readonly bore: string | null;
  /** how large its hole is drilled: for its bush, where it has one */
  readonly drilled: number;
  readonly relieved: boolean;
  readonly land: number | null;
  readonly play: PatternHole['play'];
}

/** A part on its dowels. */
export interface SeatedDowels {
  /** in the order in which they were drilled */
  readonly dowels: readonly SeatedDowel[];
  /** how far the worst dowel stands from the middle of its hole, mm */
  readonly offMm: number;
  /** they line up within their play */
  readonly linesUp: boolean;
  /** it goes on, but turned by so much, radians, counterclockwise; null: it lies as meant, or does not go on */
  readonly crooked: number | null;
  /** other ways the blank goes onto them, of the wrong side up only those that are not as it was drilled */
  readonly wrong: readonly Laying[];
  /** sides of the blank at which a block would forbid every wrong way */
  readonly blocks: readonly BlockSide[];
  /** with the other side up it goes on too, as it was drilled */
  readonly otherSide: boolean;
  /** how far it may lie turned, radians; null: one dowel only */
  readonly tilt: number | null;
  readonly drilledAt: number | null;
  /** they stand where an earlier setup drilled them; false: at a place of their own */
  readonly whereDrilled: boolean;
  /** operation of the setup that drilled them into this device anew for every part; null: they stay where they are */
  readonly anewIn: number | null;
  /** ± of a distance between two of them; null: nobody has said */
  readonly plusMinus: number | null;
}

/** Beyond so much of a stop a blank that lies wrong cannot lie there, mm (visible; common practice, no source). */
export const VISIBLE_MM = 2;

const between = (a: Spot, b: Spot) => Math.hypot(b.x - a.x, b.y - a.y);

/** The two dowels that stand furthest from each other. */
export function furthestApart<T extends Spot>(all: readonly T[]): readonly [T, T] | null {
  let best: readonly [T, T] | null = null;
  for (const [i, a] of all.entries())
    for (const b of all.slice(i + 1)) if (!best || between(a, b) > between(...best)) best = [a, b];
  return best;
}

interface OnDowels {
  readonly here: DowelsHere;
  readonly orientation: Orientation;
  /** where the first of dowels that have a place of their own stands */
  readonly own: Spot;
  /** the blank seen from above, before it is moved: every point of it that may stick out */
  readonly points: readonly Spot[];
  readonly block: BlockSide | null;
}

/** Turned by so little it is the same way, but lies crooked, radians. */
const SAME_WAY = 0.05;

/**
 * A part put onto dowels: how far it is moved, and what else would go on. Lying turned by their play is left out: that
 * is told as a tilt.
 * @returns null: there are not two dowels, or they are not drilled
 */
export function seatedOnDowels({
  here,
  orientation,
  own,
  points,
  block,
}: OnDowels): { readonly move: Spot; readonly seated: SeatedDowels } | null {
  if (here.problem !== null || here.holes.length < 2) return null;
  const spots = seatedSpots(here.holes, orientation);
  const holes = spots.map((s, i): Round => ({ ...s, diameter: here.holes[i].diameter }));
  const by = { x: own.x - spots[0].x, y: own.y - spots[0].y };
  const stands = here.stands ?? spots.map((s) => ({ x: s.x + by.x, y: s.y + by.y }));
  const dowels = stands.map((s, i): Round => ({ ...s, diameter: here.holes[i].diameter }));
  const play = Math.max(0, ...here.holes.map((h) => h.play.most));
  const all = layingsOf(dowels, holes, play);
  const [near] = all.filter((l) => !l.over && Math.abs(l.turn) < SAME_WAY).sort((a, b) => a.offMm - b.offMm) as (
    Laying | undefined
  )[];
  const apart = between(...furthestApart(dowels)!);
  // within what the play lets it turn it lies as meant; beyond, it goes on but crooked
  const meant = near && Math.abs(near.turn) <= play / apart + 1e-9 ? near : undefined;
  const match = meant?.holes ?? nearest(dowels, holes);
  const move = meanOf(match.map((h, d) => ({ x: dowels[d].x - holes[h].x, y: dowels[d].y - holes[h].y })));
  const offMm = Math.max(
    ...match.map((h, d) => Math.hypot(holes[h].x + move.x - dowels[d].x, holes[h].y + move.y - dowels[d].y)),
  );
  const asDrilled = (l: Laying) => l.over && l.holes.every((h, d) => h === d);
  const lies = { over: false, turn: 0, move };
  const stopsAt = (side: BlockSide, l: Laying) => sticksOut(points, lies, l, side) > VISIBLE_MM;
  const others = all.filter((l) => l !== near && !(block && stopsAt(block, l)));
  const wrong = others.filter((l) => !asDrilled(l));
  const seated = match.map((h, d) => onDowel(here.holes, dowels[d], { dowel: d, hole: h }));
  const [one, two] = furthestApart(seated)!;
  return {
    move,
    seated: {
      dowels: seated,
      offMm,
      linesUp: meant !== undefined,
      wrong,
      blocks: wrong.length === 0 ? [] : BLOCK_SIDES.filter((side) => wrong.every((l) => stopsAt(side, l))),
      otherSide: others.some(asDrilled),
      tilt: tiltOf(one.play.most, two.play.most, between(one, two)),
      crooked: near && !meant ? near.turn : null,
      drilledAt: here.drilledAt,
      whereDrilled: here.stands !== null,
      anewIn: here.anew && here.stands ? here.op : null,
      plusMinus: here.plusMinus,
    },
  };
}

/** The dowel is the one of the hole it was drilled with; the hole is the one that comes onto it. */
function onDowel(
  holes: readonly PatternHole[],
  stands: Round,
  { dowel, hole }: { readonly dowel: number; readonly hole: number },
): SeatedDowel {
  const { relieved, land, pin, diameter } = holes[dowel];
  const { bore, drilled, hole: fit } = holes[hole];
  const play = playOf({ diameter, pin, hole: fit })!;
  return { ...stands, name: dowelName(dowel), hole, bore, drilled, relieved, land, play };
}

const meanOf = (all: readonly Spot[]): Spot => ({
  x: all.reduce((s, p) => s + p.x, 0) / all.length,
  y: all.reduce((s, p) => s + p.y, 0) / all.length,
});

/** Where nothing lines up: each dowel with a hole, so that the worst is the least far off without turning. */
function nearest(dowels: readonly Round[], holes: readonly Round[]): readonly number[] {
  const order = (by: Spot) => {
    const used = new Set<number>();
    return dowels.map((d) => {
      const free = [...holes.keys()].filter((i) => !used.has(i));
      const off = (i: number) => Math.hypot(holes[i].x + by.x - d.x, holes[i].y + by.y - d.y);
      const best = free.reduce((a, b) => (off(b) < off(a) ? b : a));
      used.add(best);
      return best;
    });
  };
  const worst = (match: readonly number[]) => {
    const by = meanOf(match.map((h, d) => ({ x: dowels[d].x - holes[h].x, y: dowels[d].y - holes[h].y })));
    return Math.max(
      ...match.map((h, d) => Math.hypot(holes[h].x + by.x - dowels[d].x, holes[h].y + by.y - dowels[d].y)),
    );
  };
  const tried = holes.map((h) => order({ x: dowels[0].x - h.x, y: dowels[0].y - h.y }));
  return tried.reduce((a, b) => (worst(b) < worst(a) - 1e-9 ? b : a));
}

/** How far a blank that is laid otherwise comes out beyond a side of where it ought to lie, mm. */
function sticksOut(
  points: readonly Spot[],
  meant: Omit<Laying, 'holes' | 'offMm'>,
  other: Laying,
  side: BlockSide,
): number {
  const [axis, sign] = { left: ['x', -1], right: ['x', 1], front: ['y', -1], rear: ['y', 1] }[side] as [
    'x' | 'y',
    1 | -1,
  ];
  const out = (l: Omit<Laying, 'holes' | 'offMm'>) =>
    points.reduce((most, p) => Math.max(most, sign * laid(l, p)[axis]), -Infinity);
  return out(other) - out(meant);
}
