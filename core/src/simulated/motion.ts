import { AXES, byAxis, type Axis, type Vec3 } from '../frames';
import { trulyAt, type ControlState, type Fault, type MachineBuild } from './state';

/** A straight move that was made, true machine coordinates of the gauge line. */
export interface Moved {
  readonly from: Vec3;
  readonly to: Vec3;
  readonly kind: 'traverse' | 'feed';
}

/** mm a minute of a move that has no feed. */
const TRAVERSE = 12_000;
const ROUNDING = 1e-9;

const overTravel = (axis: Axis, end: 'min' | 'max', says: string): Fault => ({
  kind: 'over-travel',
  says: `${axis.toUpperCase()} ${end === 'min' ? 'minus' : 'plus'} over-travel: ${says}`,
});

/** The end of travel a point lies beyond; null: it is inside. */
function beyond({ travel }: MachineBuild, point: Vec3): { axis: Axis; end: 'min' | 'max'; by: number } | null {
  for (const axis of AXES) {
    const { min, max } = travel[axis];
    if (point[axis] < min - ROUNDING) return { axis, end: 'min', by: min - point[axis] };
    if (point[axis] > max + ROUNDING) return { axis, end: 'max', by: point[axis] - max };
  }
  return null;
}

/**
 * A straight move to a shown machine position. A homed machine knows its ends and does not begin a move that would
 * pass one. A machine that was not homed runs until a switch stops it, which may be long after the part was hit.
 */
export function moveTo(
  build: MachineBuild,
  s: ControlState,
  target: Vec3,
  feed: number | null,
): { readonly state: ControlState; readonly moved: Moved | null } {
  const from = trulyAt(s);
  const to = byAxis((a) => target[a] + s.astray[a]);
  const out = beyond(build, to);
  if (out && s.homed) {
    return {
      state: {
        ...s,
        fault: overTravel(
          out.axis,
          out.end,
          `the move would end ${build.speech.sizeWithUnit(out.by)} beyond it. Nothing moved.`,
        ),
      },
      moved: null,
    };
  }
  const share = out ? shareInside(build, from, to) : 1;
  const reached = byAxis((a) => from[a] + (to[a] - from[a]) * share);
  const length = Math.hypot(reached.x - from.x, reached.y - from.y, reached.z - from.z);
  const seconds = s.seconds + (length / (((feed ?? TRAVERSE) * Math.max(1, s.override)) / 100)) * 60;
  const state = {
    ...s,
    shown: share === 1 ? target : byAxis((a) => reached[a] - s.astray[a]),
    seconds,
    fault: out ? overTravel(out.axis, out.end, 'the switch stopped the machine, which was not homed.') : null,
  };
  return { state, moved: length > 0 ? { from, to: reached, kind: feed === null ? 'traverse' : 'feed' } : null };
}

/** Share of a move that lies inside the travel. */
function shareInside({ travel }: MachineBuild, from: Vec3, to: Vec3): number {
  return Math.max(
    0,
    Math.min(
      1,
      ...AXES.map((a) => {
        const d = to[a] - from[a];
        if (d > 0) return (travel[a].max - from[a]) / d;
        return d < 0 ? (travel[a].min - from[a]) / d : 1;
      }),
    ),
  );
}

/** How far homing backs off the switch before it comes again slowly. */
const BACK_OFF = 5;

/** Where nobody has said otherwise: up first. */
const USUAL_ORDER = ['z', 'x', 'y'] as const;

/**
 * Homes axis after axis, in the order that is told, else Z first, then X and Y: each fast to its switch, back off,
 * slowly on again. Afterwards shown and true positions agree.
 * @returns the path it took, true machine coordinates
 */
export function home(
  build: MachineBuild,
  s: ControlState,
): { readonly state: ControlState; readonly path: readonly Vec3[]; readonly problem: string | null } {
  if (!build.homing.homes)
    return { state: s, path: [], problem: 'This machine cannot home: its machine zero is where it was switched on.' };
  if (s.fault) return { state: s, path: [], problem: `${s.fault.says} Reset first.` };
  const path: Vec3[] = [trulyAt(s)];
  const go = (change: Partial<Vec3>) => path.push({ ...path[path.length - 1], ...change });
  for (const axis of build.homing.order ?? USUAL_ORDER) {
    const end = build.homing[axis];
    const at = build.travel[axis][end];
    go({ [axis]: at });
    go({ [axis]: at + (end === 'max' ? -BACK_OFF : BACK_OFF) });
    go({ [axis]: at });
  }
  return {
    state: { ...s, shown: path[path.length - 1], astray: { x: 0, y: 0, z: 0 }, homed: true },
    path,
    problem: null,
  };
}

/** One jog by a fixed step. An over-travel stop lets the machine only move away, after a reset. */
export function jog(build: MachineBuild, s: ControlState, axis: Axis, step: number): ControlState {
  if (s.fault) return s;
  return moveTo(build, s, { ...s.shown, [axis]: s.shown[axis] + step }, 2000).state;
}
