import { AXES, type Axis } from '../frames';
import { sum, type Form, type Spread } from './forms';
import type { Chain } from './chain';
import type { ExactJob, LocatedSetup, MetFace, ZeroFrom } from './located';
import { chainsOf, overWays } from './mismatch';

/** How exactly a setup brings the part under the spindle, by itself. Machine axes, mm and radians. */
export interface Lies {
  /** where it lies at its middle */
  readonly place: Readonly<Record<Axis, Spread>>;
  /** how it is turned about an upright axis; radians */
  readonly turned: Spread;
}

const asItComes = (face: MetFace): MetFace => ({ ...face, madeBy: null });
const perAxis = <T, U>(of: Readonly<Record<Axis, T>>, to: (value: T) => U): Record<Axis, U> => ({
  x: to(of.x),
  y: to(of.y),
  z: to(of.z),
});

/** A setup whose located and touched faces are where they are. */
const faceTrue = (setup: LocatedSetup, place: (index: number) => number): LocatedSetup => ({
  ...setup,
  ...(setup.standsOn === undefined ? {} : { standsOn: place(setup.standsOn) }),
  ...(setup.stays && { stays: { ...setup.stays, from: place(setup.stays.from) } }),
  faces: perAxis(setup.faces, asItComes),
  ...(setup.pinFaces && {
    pinFaces: Object.fromEntries(Object.entries(setup.pinFaces).map(([name, face]) => [name, asItComes(face)])),
  }),
  zero: perAxis(setup.zero, (from): ZeroFrom => {
    const { touched } = from;
    const seen = touched && touched !== 'device' ? touched.map(asItComes) : touched;
    return from.by === 'earlier' ? { ...from, touched: seen, setup: place(from.setup) } : { ...from, touched: seen };
  }),
});

/** A setup by itself, first, and after it those that found its zero, drilled its dowels or gripped its part. */
function alone(setups: readonly LocatedSetup[], index: number): readonly LocatedSetup[] {
  const kept = [index];
  for (const i of kept) {
    const { zero, standsOn, stays } = setups[i];
    const found = AXES.flatMap((axis) => (zero[axis].by === 'earlier' ? [zero[axis].setup] : []));
    for (const other of [...found, ...(standsOn === undefined ? [] : [standsOn]), ...(stays ? [stays.from] : [])])
      if (!kept.includes(other)) kept.push(other);
  }
  return kept.map((i) => faceTrue(setups[i], (at) => kept.indexOf(at)));
}

/**
 * How far the part of a setup may lie off under the spindle by its locators and its zero; null: so many locators decide
 * the same that it cannot be told.
 */
export function liesOf(job: ExactJob, index: number): Lies | null {
  const setups = alone(job.setups, index);
  const ways = chainsOf({ ...job, setups });
  if (!ways) return null;
  const { middle, reach } = setups[0];
  const off = (way: Chain, at: typeof middle, axis: Axis): Form =>
    sum([1, way.movedAt(0, at)[axis]], [-1, way.zeroOf(0)[axis]]);
  const [x, y, z] = AXES.map((axis) => overWays(ways, (way) => off(way, middle, axis)));
  const arm = Math.max(reach.x, 1);
  const right = { ...middle, x: middle.x + arm };
  const turned = overWays(ways, (way) => sum([1 / arm, off(way, right, 'y')], [-1 / arm, off(way, middle, 'y')]));
  return { place: { x, y, z }, turned };
}
