import { AXES, axisOf, byAxis, dot, scale, signOf, unitVector, type Axis, type Vec3 } from '../frames';
import type { Feature } from '../part';
import { Chain } from './chain';
import { contactChoices, type Choices, type Contact } from './contacts';
import { along, NO_FORM, spreadOf, sum, type Form, type Spread } from './forms';
import type { ExactJob, MetFace } from './located';

/** A feature of the part and the setup that cuts it, by its place in the route; null: it comes with the blank. */
export interface CutFeature {
  readonly name: string;
  readonly feature: Feature;
  readonly madeBy: number | null;
}

/** How far two features can miss each other along one direction of the part. */
export interface Miss extends Spread {
  /** unit, part coordinates */
  readonly along: Vec3;
}

/** Two features that are to meet: how far they can miss each other. */
export interface Meeting {
  /** one for each direction that is asked for, largest worst case first */
  readonly misses: readonly Miss[];
  /** why it cannot be told; null: it can */
  readonly problem: string | null;
}

/** So many ways for the parts to lie against their locators are looked at. */
const MOST_WAYS = 256;

const isParallel = (a: Vec3, b: Vec3) => Math.abs(dot(a, b)) > 1 - 1e-6;

/** Directions in which two features can miss each other: along the normal, or across the axis. */
function directionsOf(a: Feature, b: Feature): readonly Vec3[] | string {
  const plane = a.kind === 'plane' ? a : b.kind === 'plane' ? b : null;
  if (a.kind === 'plane' && b.kind === 'plane')
    return isParallel(a.normal, b.normal) ? [a.normal] : 'They are not parallel: choose two faces that are.';
  const round = a.kind !== 'plane' ? a : b.kind !== 'plane' ? b : null;
  if (!round) return [];
  if (plane)
    return Math.abs(dot(plane.normal, round.axis)) < 1e-6
      ? [plane.normal]
      : 'The face does not run along the axis: choose one that does.';
  if (a.kind !== 'plane' && b.kind !== 'plane' && !isParallel(a.axis, b.axis))
    return 'Their axes are not parallel: choose two that are.';
  const main = AXES.filter((x) => Math.abs(round.axis[x]) < 1e-6).map((x) => unitVector(`+${x}`));
  if (main.length === 2) return main;
  return 'Their axes slant: how far they miss each other is told for axes along X, Y or Z.';
}

/** As something that is met. */
export const asFace = ({ feature, name, madeBy }: CutFeature): MetFace => {
  const normal = feature.kind === 'plane' ? feature.normal : feature.axis;
  const axis = AXES.reduce((a, b): Axis => (Math.abs(normal[b]) > Math.abs(normal[a]) ? b : a));
  const side = `${normal[axis] < 0 ? '-' : '+'}${axis}` as MetFace['side'];
  return { side, at: feature.at, madeBy, isBlank: false, isRound: feature.kind !== 'plane', name };
};

/** Of a face that later locates or is touched: what it comes out other than the rest that its setup cuts. */
export function ownSize(chain: Chain, cut: CutFeature, direction: Vec3): Form {
  const face = asFace(cut);
  const met = face.madeBy === null || face.isRound ? null : chain.metAs(face);
  if (!met) return NO_FORM;
  const axis = axisOf(met.side);
  return sum([direction[axis] * signOf(met.side), chain.sizeOf(met)]);
}

/** How far a feature lies from its place in the part, along a direction. */
export function placeOf(chain: Chain, cut: CutFeature, direction: Vec3): Form {
  const { feature, madeBy } = cut;
  if (madeBy !== null)
    return sum([1, along(direction, chain.cutAt(madeBy, feature.at))], [1, ownSize(chain, cut, direction)]);
  return chain.faceAt(asFace(cut), feature.at, direction);
}

/** Every way the parts may lie against their locators; null: too many. */
export function waysOf(job: ExactJob, choices: readonly Choices[]): readonly Chain[] | null {
  if (choices.some((c) => !c.complete)) return null;
  if (choices.reduce((n, c) => n * c.sets.length, 1) > MOST_WAYS) return null;
  let sets: (readonly (readonly Contact[])[])[] = [[]];
  for (const c of choices) sets = sets.flatMap((before) => c.sets.map((s) => [...before, s]));
  return sets.map((s) => new Chain(job, s));
}

/** The same, with every setup's locators as they are. */
export const chainsOf = (job: ExactJob): readonly Chain[] | null => waysOf(job, job.setups.map(contactChoices));

/** The worst of several ways: unknown is worse than any number. */
const worse = (a: Spread, b: Spread): Spread => (a.worst === null || (b.worst !== null && a.worst >= b.worst) ? a : b);

/** The worst spread of a length over all ways the parts may lie. */
export const overWays = (ways: readonly Chain[], form: (way: Chain) => Form): Spread =>
  ways.map((way) => spreadOf(form(way), way.causeOf)).reduce(worse);

const TOO_MANY =
  'So many locators decide the same that not every way the part may lie can be looked at: take some out.';

/**
 * How far two features can miss each other: worst case and root sum of squares over every way the parts may come to
 * lie against their locators. Part coordinates, mm.
 */
export function meetingOf(ways: readonly Chain[] | null, a: CutFeature, b: CutFeature): Meeting {
  const directions = directionsOf(a.feature, b.feature);
  if (typeof directions === 'string') return { misses: [], problem: directions };
  if (!ways) return { misses: [], problem: TOO_MANY };
  const misses = directions.map((direction): Miss => {
    const form = (way: Chain) => sum([1, placeOf(way, b, direction)], [-1, placeOf(way, a, direction)]);
    return { along: plainly(direction), ...overWays(ways, form) };
  });
  const size = (m: Miss) => m.worst ?? Infinity;
  return { misses: misses.sort((p, q) => size(q) - size(p)), problem: null };
}

/** A direction and its opposite are the same; told the way its largest part is positive. */
const plainly = (v: Vec3): Vec3 => {
  const largest = AXES.reduce((a, b) => (Math.abs(v[b]) > Math.abs(v[a]) + 1e-9 ? b : a));
  return v[largest] < 0 ? scale(v, -1) : byAxis((a) => v[a] + 0);
};
