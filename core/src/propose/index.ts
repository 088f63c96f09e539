/*
 * Routes proposed for a part: in go its features, the blank and the shop's vise; out come setups with their reasons.
 * Part frame, mm.
 */

import {
  axisOf,
  cross,
  DIRECTIONS,
  directionOf,
  opposite,
  signOf,
  unitVector,
  type Direction,
  type Orientation,
} from '../frames';
import { leastGrip } from '../holdings';
import { bitOf, directionsIn, type Reach } from './reach';
import { extent, topOf } from './extent';
import type { Proposal, ProposedRoute, ProposedSetup, ProposeInput } from './types';
import { aboutAxis } from './aboutAxis';
import { worded } from './worded';

export * from './begin';
export * from './patterns';
export * from './limits';
export * from './reach';
export * from './setupsFrom';
export * from './types';

/** Less than this share of the surface is a gap between samples, not a face. */
const NOTHING = 1e-5;
/** So many alternatives are shown. */
const SHOWN = 3;

const bits = (mask: number) => directionsIn(mask).length;

/** Area by mask: what has to be covered. */
function areaByMask({ places }: Reach): Float64Array {
  const area = new Float64Array(64);
  for (const p of places) area[p.mask] += p.areaMm2;
  return area;
}

/** Sets of directions that reach everything that can be reached, the smallest first. */
function coveringSets(reach: Reach): number[] {
  const area = areaByMask(reach);
  const misses = (set: number) => area.reduce((sum, a, mask) => (mask !== 0 && (mask & set) === 0 ? sum + a : sum), 0);
  const covers = (set: number) => misses(set) <= NOTHING * reach.toCutMm2;
  return Array.from({ length: 63 }, (_, i) => i + 1)
    .filter(covers)
    .sort((a, b) => bits(a) - bits(b));
}

function permutations<T>(list: readonly T[]): T[][] {
  return list.length <= 1
    ? [[...list]]
    : list.flatMap((first, i) =>
        permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [first, ...rest]),
      );
}

/** Orientation with a direction up and a part side at the rear, against the fixed jaw: right = rear × up. */
function withRear(up: Direction, rear: Direction): Orientation {
  return { up, right: directionOf(cross(unitVector(rear), unitVector(up))) };
}

/**
 * Area of the outermost flat faces on one side that were cut with a direction of `done` up: what jaws and rest can
 * touch.
 */
function finishedOn(side: Direction, done: number, { reach, features }: ProposeInput): number {
  return reach.places.reduce((sum, p) => {
    const f = features[p.feature];
    return f?.kind === 'plane' && f.side === side && f.belowOutermost! < 1e-6 && (p.mask & done) !== 0
      ? sum + p.areaMm2
      : sum;
  }, 0);
}

/** What the jaws and the rest find of finished faces with `up` up and `rear` on the fixed jaw. */
function holdArea(up: Direction, rear: Direction, done: number, input: ProposeInput): number {
  const jaws = 2 * Math.min(finishedOn(rear, done, input), finishedOn(opposite(rear), done, input));
  return jaws + finishedOn(opposite(up), done, input);
}

/** Sides that can stand against the fixed jaw: square to `up`, and the blank not wider there than the vise opens. */
function jawSides(up: Direction, { blank, vise }: ProposeInput): Direction[] {
  return DIRECTIONS.filter((d) => axisOf(d) !== axisOf(up) && extent(blank.box, axisOf(d)) <= vise.maxOpening + 1e-9);
}

/**
 * How many sizes of the part come between what its setups cut: each is located by the faces that lie on the rest,
 * against the fixed jaw and against the left stop, and a part axis that is located by both its sides brings in the size
 * between them, with its tolerance (mismatch).
 */
export function sizesIn(setups: readonly Pick<ProposedSetup, 'orientation'>[]): number {
  const located = new Set(
    setups.flatMap(({ orientation: { up, right } }) => {
      const rear = directionOf(cross(unitVector(up), unitVector(right)));
      return [opposite(up), rear, opposite(right)];
    }),
  );
  return DIRECTIONS.filter((d) => d[0] === '+' && located.has(d) && located.has(opposite(d))).length;
}

/** One order of directions made into setups; depths so that what a jaw covers is left for a later setup. */
function routeOf(order: readonly Direction[], input: ProposeInput): ProposedRoute | null {
  const { reach, part, blank, vise } = input;
  const common = DIRECTIONS.filter((d) => order.every((up) => jawSides(up, input).includes(d)));
  const bestRear = (up: Direction, done: number, from: readonly Direction[]) =>
    from.reduce<Direction | null>(
      (best, d) => (best === null || holdArea(up, d, done, input) > holdArea(up, best, done, input) + 1e-9 ? d : best),
      null,
    );
  const second = order[1];
  const sameJawSide =
    order.length > 1
      ? bestRear(second, bitOf(order[0]), common.filter((d) => d[0] === '+').concat(common.filter((d) => d[0] === '-')))
      : null;
  const grip = leastGrip(vise);
  const open = reach.places.map((p) => p.mask !== 0);
  const setups: ProposedSetup[] = [];
  let holdMm2 = 0;
  let jawsInWayMm = 0;
  let done = 0;
  for (const [k, up] of order.entries()) {
    const rear = sameJawSide ?? bestRear(up, done, jawSides(up, input));
    if (!rear) return null;
    if (k === 1) holdMm2 = holdArea(up, rear, done, input);
    const below =
      k === 0
        ? topOf(blank.box, opposite(up))
        : Math.max(...[opposite(up)].map((d) => ((done & bitOf(d)) !== 0 ? topOf(part, d) : topOf(blank.box, d))));
    // from the part's highest point down to a clearance above the jaw tops
    const limit = topOf(part, up) + below - grip - vise.clearanceAboveJaws;
    const depthOf = (at: { x: number; y: number; z: number }) => topOf(part, up) - signOf(up) * at[axisOf(up)];
    const later = order.slice(k + 1).reduce((mask, d) => mask | bitOf(d), 0);
    let depth = 0;
    reach.places.forEach((p, i) => {
      if (!open[i] || (p.mask & bitOf(up)) === 0) return;
      const d = depthOf(p.at);
      if (d <= limit + 1e-9 || (p.mask & later) === 0) depth = Math.max(depth, d);
    });
    const earlier = setups
      .filter((s) => s.orientation.up === opposite(up))
      .map((s) => extent(part, axisOf(up)) - s.cutsBelowTop);
    depth = exactDepth({ sampled: depth, up, limit, earlier, input });
    jawsInWayMm = Math.max(jawsInWayMm, depth - limit);
    const cuts = new Map<number, number>();
    reach.places.forEach((p, i) => {
      if (!open[i] || (p.mask & bitOf(up)) === 0 || depthOf(p.at) > depth + 1e-6) return;
      open[i] = false;
      if (p.feature >= 0) cuts.set(p.feature, (cuts.get(p.feature) ?? 0) + p.areaMm2);
    });
    setups.push({
      orientation: withRear(up, rear),
      cutsBelowTop: depth,
      gripMm: grip,
      cuts: [...cuts].sort((a, b) => b[1] - a[1]).map(([f]) => f),
    });
    done |= bitOf(up);
  }
  const steps = order.slice(1).map((up, i) => axisOf(up) === axisOf(order[i]));
  const [flips, turns] = [steps.filter(Boolean).length, steps.filter((half) => !half).length];
  if (jawsInWayMm <= 1e-6) jawsInWayMm = 0;
  return { setups, flips, turns, holdMm2, sameJawSide, jawsInWayMm, sizesBetween: sizesIn(setups), reasons: [] };
}

/**
 * Samples lie inside faces: the depth is that of the nearest level below the deepest of them where a face ends or an
 * earlier setup from the opposite direction stopped; where neither is near, as deep as jaws and cutters leave it.
 */
function exactDepth({
  sampled,
  up,
  limit,
  earlier,
  input,
}: {
  readonly sampled: number;
  readonly up: Direction;
  readonly limit: number;
  readonly earlier: readonly number[];
  readonly input: ProposeInput;
}): number {
  const levels = [...earlier, ...endsOf(input)[up]].filter((d) => d >= sampled - 1e-6);
  const next = levels.length > 0 ? Math.min(...levels) : sampled;
  return sampled <= limit + 1e-9 ? Math.min(next, Math.max(Math.min(limit, input.reach.wallsMm), sampled)) : next;
}

const ends = new WeakMap<Reach, Record<Direction, number[]>>();

/**
 * Depths at which the faces reached from each direction end, below the part's outermost; kept, as every order of
 * setups asks for them.
 */
function endsOf({ reach, features, part }: ProposeInput): Record<Direction, number[]> {
  const known = ends.get(reach);
  if (known) return known;
  const masks = new Map<number, number>();
  for (const p of reach.places) if (p.feature >= 0) masks.set(p.feature, (masks.get(p.feature) ?? 0) | p.mask);
  const of = (up: Direction) => [
    ...new Set(
      [...masks].flatMap(([i, mask]) =>
        (mask & bitOf(up)) !== 0 ? [topOf(part, up) + topOf(features[i].box, opposite(up))] : [],
      ),
    ),
  ];
  const made = Object.fromEntries(DIRECTIONS.map((d) => [d, of(d)])) as Record<Direction, number[]>;
  ends.set(reach, made);
  return made;
}

/**
 * Proposes routes: the fewest directions that reach all, each order of them made into setups in one vise. Ranked by
 * number of setups, then flips and turns, then by keeping the same face against the jaw, then the lowest lie, then by
 * what the first setup leaves to hold and locate by; of what is equal so far that counts in which the fewest sizes come
 * between what two setups cut. What the jaws make impossible comes last. Alternatives use other directions.
 */
export function proposeRoutes(input: ProposeInput): Proposal {
  const hidden = new Map<number, number>();
  for (const p of input.reach.places) if (p.mask === 0) hidden.set(p.feature, (hidden.get(p.feature) ?? 0) + p.areaMm2);
  const unreachable = [...hidden]
    .filter(([, area]) => area > NOTHING * input.reach.toCutMm2)
    .map(([feature, areaMm2]) => ({ feature, areaMm2 }))
    .sort((a, b) => b.areaMm2 - a.areaMm2);
  const sets = coveringSets(input.reach);
  const fewest = sets.length > 0 ? bits(sets[0]) : 0;
  const routes = sets
    .filter((s) => bits(s) <= Math.min(fewest + 1, 5))
    .flatMap((set) => permutations(directionsIn(set)))
    // a setup that finds nothing to cut is one too many
    .flatMap((order) => {
      const r = routeOf(order, input);
      return r && r.setups.every((s) => s.cuts.length > 0) ? [r] : [];
    });
  const height = (r: ProposedRoute) =>
    Math.max(...r.setups.map((s) => Math.round(extent(input.part, axisOf(s.orientation.up)))));
  const worth = (r: ProposedRoute) => [
    r.jawsInWayMm > 0 ? 1 : 0,
    r.setups.length,
    r.flips + r.turns,
    r.turns,
    r.sameJawSide ? 0 : 1,
    height(r),
    -Math.round(r.holdMm2),
    r.sizesBetween,
    r.setups[0].orientation.up === '+z' ? 0 : 1,
  ];
  routes.sort((a, b) => {
    const [p, q] = [worth(a), worth(b)];
    const i = p.findIndex((v, k) => v !== q[k]);
    return i < 0 ? 0 : p[i] - q[i];
  });
  // one route for each set of directions; and none that only adds a setup to a route that is already good
  const setOf = (r: ProposedRoute) => r.setups.reduce((mask, { orientation }) => mask | bitOf(orientation.up), 0);
  const shown: ProposedRoute[] = [];
  for (const r of routes) {
    const set = setOf(r);
    const spare = shown.some((s) => (setOf(s) & set) === setOf(s) && (setOf(s) === set || s.jawsInWayMm === 0));
    if (!spare && shown.length < SHOWN) shown.push(r);
  }
  const about = aboutAxis(input);
  return {
    routes: [...(about ? [about] : []), ...shown.map((r) => ({ ...r, reasons: worded(r, fewest, input) }))],
    unreachable,
  };
}
