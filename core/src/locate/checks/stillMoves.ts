import { finding, type Finding, type Told } from '../../findings';
import { AXES, type Axis, type Vec3 } from '../../frames';
import type { SeatFacts } from '../../seat';
import { andList } from '../../units';
import type { Motion } from '../determinacy';
import type { Locating } from '../locating';
import { motionInWords } from '../words';

const isAlong = (v: Vec3, axis: Axis) => Math.abs(v[axis]) > 1 - 1e-6;

/** Axes along which nothing meets the part, or along which it is laid by hand: that is told elsewhere. */
const toldElsewhere = ({ byHand }: Locating, seat: SeatFacts): Axis[] => {
  const contact = { x: seat.x, y: seat.y, z: seat.rest };
  return AXES.filter((a) => !contact[a].touches || byHand.some((b) => b === a));
};

function isTold(motion: Motion, axes: readonly Axis[]): boolean {
  if (motion.kind === 'slide') return AXES.every((a) => axes.includes(a) || Math.abs(motion.along[a]) < 1e-6);
  // what stands against the sides takes turning away, and only the rest takes tipping away
  return isAlong(motion.about, 'z') ? axes.includes('x') || axes.includes('y') : axes.includes('z');
}

/** What the locators leave free although something stands against the part in every direction. */
export function stillMoves(locating: Locating, seat: SeatFacts, told: Told): Finding[] {
  // jaws that close about an axis leave the part turning in them: where that matters only the planner knows
  if (locating.centers) return [];
  const elsewhere = toldElsewhere(locating, seat);
  const free = locating.free.filter((m) => !isTold(m, elsewhere));
  if (free.length === 0) return [];
  return [
    finding(told, 'locate/can-still-move', 'caution', {
      says: `Before it is clamped the part can still ${andList(free.map((m) => motionInWords(m, told.speech)))}.`,
      numbers: { free: free.length, rank: locating.rank },
      because: 'Nothing decides it: every part comes to lie a little elsewhere.',
      remedy: 'Set another pin, stop or fence against it.',
    }),
  ];
}
