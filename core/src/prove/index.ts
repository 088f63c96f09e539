/*
 * What a cut does and whether it can: depth, travel, what is in the way, what keeps a freed part. Device and machine
 * frame, mm.
 */

import { boxOfBoth, byAxis, type Axis, type Box3, type Orientation, type Vec3 } from '../frames';
import type { SeatFacts } from '../seat';
import type { Setup } from '../job';
import type { ZeroFacts } from '../zero';
import { hangsFree, type HoldFacts } from '../hold';
import type { Machine, Station } from '../shop';
import { cutOn, type CutFacts, type CutOn } from './cuts';

export * from './cuts';
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
  /** in the order in which they are made */
  readonly cuts: readonly CutOn[];
  /** lowest cut above the device's datum, mm */
  readonly lowestCut: number;
  /**
   * lowest cut above what it must stay above (jaw tops, plate), mm; negative: below; null: none comes to where that
   * stands
   */
  readonly aboveTop: number | null;
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
  readonly orientation: Orientation;
  /** one at least */
  readonly cuts: readonly CutFacts[];
}

/**
 * Travel and clearance facts of a setup. Machine Z is the spindle gauge line, so a tool of length H that stands at
 * work height z has the gauge line at W_z + z + H: Z is only proven with the tools' lengths.
 */
export function planProve(input: ProveInput): ProveFacts {
  const { seat, zero, tools, top, station, machine, orientation } = input;
  const cuts = input.cuts.map((cut) => cutOn(cut, orientation, seat.pose.translation));
  const cutting = cuts.filter((c) => c.removedBox !== null);
  const lowestOf = (some: readonly CutOn[]) => Math.min(...some.map((c) => c.lowest));
  const lowestCut = lowestOf(cutting.length > 0 ? cutting : cuts);
  const meets = (cutting.length > 0 ? cutting : cuts).filter((c) => c.beside || !top.beside);
  const boxes = cutting.map((c) => c.removedBox!);
  const removedBox = boxes.length > 0 ? boxes.reduce(boxOfBoth) : null;
  const aboveTop = meets.length > 0 && !hangsFree(top) ? lowestOf(meets) - top.z : null;
  const base = { cuts, lowestCut, aboveTop, removedBox };
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
