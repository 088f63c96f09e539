import { AXES, directionOf, rotate, transpose, unitVector, type Axis, type Direction } from '../frames';
import type { ExactJob, LocatedSetup, MetFace, ZeroFrom } from './located';
import { asFace, chainsOf, meetingOf, type CutFeature, type Meeting } from './mismatch';

/** Another way to find the zero of the later setup, and how far the two miss each other then. */
export interface BetterZero {
  /** what is touched on every part; null: what is touched now */
  readonly on: CutFeature | null;
  /** along these machine axes, and which way a face looks there */
  readonly axes: readonly { readonly axis: Axis; readonly faces: Direction }[];
  readonly meeting: Meeting;
}

/** The worst case of a meeting; not known is worse than any number. */
export const worstOf = ({ misses, problem }: Meeting): number => (problem ? Infinity : (misses[0]?.worst ?? Infinity));

/**
 * Along which axes of a setup a feature could be touched: a side of the part that stands upright, a boss, or a bore
 * that is open at the top.
 */
function sidesOf({ pose }: LocatedSetup, { feature }: CutFeature): BetterZero['axes'] {
  const v = rotate(pose.rotation, feature.kind === 'plane' ? feature.normal : feature.axis);
  const main = AXES.find((a) => Math.abs(v[a]) > 1 - 1e-9);
  if (feature.kind === 'plane')
    return main && main !== 'z' && feature.belowOutermost === 0 ? [{ axis: main, faces: directionOf(v) }] : [];
  const up = directionOf(rotate(transpose(pose.rotation), unitVector('+z')));
  const isOpen = feature.kind === 'boss' || (feature.kind === 'bore' && (feature.through || feature.opens === up));
  return main === 'z' && isOpen ? (['x', 'y'] as const).map((axis) => ({ axis, faces: `-${axis}` })) : [];
}

/** The setup with zero touched off on every part. */
function touching(setup: LocatedSetup, on: CutFeature | null, axes: BetterZero['axes']): LocatedSetup {
  const zero = (axis: Axis): ZeroFrom => {
    const { touched } = setup.zero[axis];
    const chosen: readonly MetFace[] | null = on && axes.some((a) => a.axis === axis) ? [asFace(on)] : null;
    return { by: 'touch', every: true, within: setup.touchOff, touched: chosen ?? touched };
  };
  return { ...setup, zero: { x: zero('x'), y: zero('y'), z: zero('z') } };
}

/**
 * What touching off every part would do for two features that are to meet: as it is touched now, or on the one of them
 * that an earlier setup has cut. Those that help, the best first.
 */
export function betterZeros(job: ExactJob, [a, b]: readonly [CutFeature, CutFeature]): BetterZero[] {
  const index = Math.max(a.madeBy ?? -1, b.madeBy ?? -1);
  if (index < 0) return [];
  const now = worstOf(meetingOf(chainsOf(job), a, b));
  const earlier = [a, b].find((f) => f.madeBy !== null && f.madeBy < index) ?? null;
  const sides = earlier ? sidesOf(job.setups[index], earlier) : [];
  const ways: Omit<BetterZero, 'meeting'>[] = [
    { on: null, axes: [] },
    ...(earlier && sides.length > 0 ? [{ on: earlier, axes: sides }] : []),
  ];
  return ways
    .map((way): BetterZero => {
      const setups = job.setups.map((s, i) => (i === index ? touching(s, way.on, way.axes) : s));
      return { ...way, meeting: meetingOf(chainsOf({ ...job, setups }), a, b) };
    })
    .filter(({ meeting }) => worstOf(meeting) < now - 1e-6)
    .sort((p, q) => worstOf(p.meeting) - worstOf(q.meeting));
}
