import { AXES, type Axis, type Vec3 } from '../frames';
import type { Speech } from '../units';
import type { Motion } from './determinacy';

/** The axis a direction lies along; null: it slants. */
const axisOf = (v: Vec3): Axis | null => AXES.find((a) => Math.abs(v[a]) > 1 - 1e-9) ?? null;

const SLIDES: Readonly<Record<Axis, string>> = {
  x: 'slide left and right',
  y: 'slide toward you and to the rear',
  z: 'rise and sink',
};
const TURNS: Readonly<Record<Axis, string>> = {
  x: 'tip toward you and to the rear',
  y: 'tip to the left and right',
  z: 'turn about an upright axis',
};
const PLACES: Readonly<Record<Axis, string>> = {
  x: 'where it lies in X',
  y: 'where it lies in Y',
  z: 'how high it lies',
};
const TURNED: Readonly<Record<Axis, string>> = {
  x: 'how it tips toward you',
  y: 'how it tips to the side',
  z: 'how it is turned',
};

const along = ({ x, y, z }: Vec3): string => `X ${x.toFixed(2)} Y ${y.toFixed(2)} Z ${z.toFixed(2)}`;

/** What the part can still do: "slide left and right". Device frame. */
export function motionInWords(motion: Motion, speech: Speech): string {
  if (motion.kind === 'slide') {
    const axis = axisOf(motion.along);
    return axis ? SLIDES[axis] : `slide along ${along(motion.along)}`;
  }
  const axis = axisOf(motion.about);
  if (!axis) return `turn about ${along(motion.about)}`;
  if (axis !== 'z' || !motion.through) return TURNS[axis];
  const { x, y } = motion.through;
  return `${TURNS.z} at X ${speech.signed(x)} Y ${speech.signed(y)} of the device`;
}

/** What is decided by what takes a motion away: "where it lies in X". */
export function decidedInWords(motion: Motion): string {
  const v = motion.kind === 'slide' ? motion.along : motion.about;
  const axis = axisOf(v);
  if (!axis) return motion.kind === 'slide' ? `where it lies along ${along(v)}` : `how it is turned about ${along(v)}`;
  return motion.kind === 'slide' ? PLACES[axis] : TURNED[axis];
}
