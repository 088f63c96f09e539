/*
 * What a cut does and whether it can: depth, travel, what is in the way, what keeps a freed part. Device and machine
 * frame, mm.
 */

import { add, byAxis, type Axis, type Box3, type Vec3 } from '../frames';
import type { SeatFacts } from '../seat';
import type { Setup } from '../job';
import type { ZeroFacts } from '../zero';
import type { HoldFacts } from '../hold';
import type { Machine, Station } from '../shop';

export * from './inTheWay';
export * from './separation';
export * from './safeMoves';

/** Room between a point and the ends of an axis' travel; negative: outside by that much. */
export interface Room {
  readonly axis: Axis;
  /** null: depends on the length of a tool that is not known */
  readonly toMin: number | null;
  readonly toMax: number;
}

export interface ProveFacts {
  /** lowest cut above the device's datum, mm */
  readonly lowestCut: number;
  /** lowest cut above what it must stay above (jaw tops, plate), mm; negative: below */
  readonly aboveTop: number;
  /** what this setup removes, device frame; null: nothing */
  readonly removedBox: Box3 | null;
  /** room of the spindle gauge line with the tip at work zero; null while the station is unknown */
  readonly zeroRoom: readonly Room[] | null;
  /** room at the corners of the cut; in Z with the tools' lengths: the shortest for down, the longest for up */
  readonly cutRoom: readonly Room[] | null;
  /**
   * the tool must be at least this long to reach the lowest cut within the Z travel; null while the station is unknown
   */
  readonly shortestToolMm: number | null;
}

function roomOf(axis: Axis, from: number, to: number, machine: Machine): Room & { toMin: number } {
  const { min, max } = machine.travel[axis];
  return { axis, toMin: from - min, toMax: max - to };
}

export interface ProveInput {
  readonly seat: SeatFacts;
  readonly zero: ZeroFacts;
  readonly tools: Setup['tools'];
  readonly top: HoldFacts['top'];
  readonly station: Station | null;
  readonly machine: Machine | null;
  /** box of the removed material in seated axes; null: nothing */
  readonly removedSeated: Box3 | null;
  /** level of the lowest cut in seated axes */
  readonly lowestCutSeated: number;
}

/**
 * Travel and clearance facts of a setup. Machine Z is the spindle gauge line, so a tool of length H that stands at
 * work height z has the gauge line at W_z + z + H: Z is only proven with the tools' lengths.
 */
export function planProve({
  seat,
  zero,
  tools,
  top,
  station,
  machine,
  removedSeated,
  lowestCutSeated,
}: ProveInput): ProveFacts {
  const t = seat.pose.translation;
  const lowestCut = lowestCutSeated + t.z;
  const removedBox = removedSeated ? { min: add(removedSeated.min, t), max: add(removedSeated.max, t) } : null;
  const base = { lowestCut, aboveTop: lowestCut - top.z, removedBox };
  const at = station?.position;
  if (!machine || !at || !zero.inMachine) return { ...base, zeroRoom: null, cutRoom: null, shortestToolMm: null };
  const inMachine = (v: Vec3) => byAxis((axis) => v[axis] + at[axis]);
  const { inMachine: w } = zero;
  const cut = removedBox ? { min: inMachine(removedBox.min), max: inMachine(removedBox.max) } : null;
  const lengths = tools.map((tool) => tool.length).filter((l) => l !== null);
  const lowest = lowestCut + at.z;
  // Going down, the shortest tool brings the gauge line lowest; going up, the longest brings it highest. A tool that is
  // not known has at least no length: what is too high without any stays too high.
  const alongZ = (from: number, to: number): Room => {
    const { toMin, toMax } = roomOf('z', from + Math.min(...lengths), to + Math.max(0, ...lengths), machine);
    return { axis: 'z', toMin: lengths.length > 0 ? toMin : null, toMax };
  };
  return {
    ...base,
    zeroRoom: [...(['x', 'y'] as const).map((axis) => roomOf(axis, w[axis], w[axis], machine)), alongZ(w.z, w.z)],
    cutRoom: cut
      ? [
          ...(['x', 'y'] as const).map((axis) => roomOf(axis, cut.min[axis], cut.max[axis], machine)),
          alongZ(lowest, cut.max.z),
        ]
      : [],
    shortestToolMm: Math.max(0, machine.travel.z.min - lowest),
  };
}
