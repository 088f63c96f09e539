import { rotate, turnBetween, type Orientation, type Rotation, type Vec3 } from '../../frames';
import type { Device } from '../../shop';

/** A setup whose part stays in the jaws of a rotary axis as an earlier one gripped it, only turned. */
export interface Indexed {
  /** the setup that gripped it: its place in the route, and its operation */
  readonly from: number;
  readonly fromOp: number;
  /** how far the work is turned since, about +X and right-handed, degrees, 0 … 270 */
  readonly degrees: number;
  /** what the axis is programmed to, degrees */
  readonly programmed: number;
  /** the same in words: "A −90.000" */
  readonly says: string;
  readonly turn: Rotation;
  /** how exactly the axis goes to an angle, degrees; null: nobody has said */
  readonly within: number | null;
}

/** How far a turn about +X goes, right-handed, degrees from 0 up; null: it is about another axis. */
export function degreesAboutX({ rows: [x, y, z] }: Rotation): number | null {
  if (Math.abs(x.x - 1) > 1e-9) return null;
  const degrees = Math.round((Math.atan2(z.y, y.y) * 180) / Math.PI);
  return degrees < 0 ? degrees + 360 : degrees;
}

const angleInWords = (degrees: number): string => `A ${degrees < 0 ? '\u2212' : '+'}${Math.abs(degrees).toFixed(3)}`;

/** The angle at which a part is gripped: every other counts from it. */
export const GRIPPED_AT = angleInWords(0);

/** Why the part of a setup cannot simply be turned. */
export type IndexProblem = 'no axis' | 'nothing before' | 'other place' | 'not about its axis' | 'other carriers';

/** A setup whose part is to stay in the jaws. */
export interface IndexHere {
  readonly indexed: Indexed | null;
  readonly problem: IndexProblem | null;
  /** where the part comes to lie by the turn, device frame; null: not known */
  readonly expected: Vec3 | null;
}

/** A setup that gripped a part: its place in the route, its operation, and how the part lies. */
export interface GrippedBy {
  readonly from: number;
  readonly fromOp: number;
  readonly orientation: Orientation;
  /** the pose's translation, device frame; null: not known */
  readonly at: Vec3 | null;
}

/**
 * The index angle of a setup whose part stays gripped. The programmed angle of an axis that turns the work counts
 * against the turn of the work (ISO 841: the motion is that of the tool as seen from the work), unless the device says
 * otherwise.
 */
export function indexedFrom(
  device: Device,
  orientation: Orientation,
  { from, fromOp, orientation: before, at }: GrippedBy,
): IndexHere {
  const problem = (why: IndexProblem): IndexHere => ({ indexed: null, problem: why, expected: null });
  if (device.kind !== 'rotary axis') return problem('no axis');
  const turn = turnBetween(before, orientation);
  const degrees = degreesAboutX(turn);
  if (degrees === null) return problem('not about its axis');
  // the short way round
  const work = degrees > 180 ? degrees - 360 : degrees;
  const isAlike = work === 0 || work === 180 || device.angleCounts === 'as the work';
  const programmed = isAlike ? work : -work;
  const indexed = {
    from,
    fromOp,
    degrees,
    programmed,
    says: angleInWords(programmed),
    turn,
    within: device.anglesWithin,
  };
  return { indexed, problem: null, expected: at && rotate(turn, at) };
}

/** "90° counterclockwise (seen from the tailstock)": right-handed about +X, which points to the tailstock. */
export function turnInWords({ degrees }: Pick<Indexed, 'degrees'>): string {
  if (degrees === 0) return 'not at all';
  if (degrees === 180) return 'half round';
  const way = degrees > 180 ? 'clockwise' : 'counterclockwise';
  return `${degrees > 180 ? 360 - degrees : degrees}° ${way} (seen from the tailstock)`;
}

/** In one sentence: "The part stays in the jaws: axis to A −90.000, the work turned …". */
export const indexInWords = (indexed: Indexed): string =>
  `The part stays in the jaws: axis to ${indexed.says}, the work turned ${turnInWords(indexed)} since Op ${indexed.fromOp}`;

/** What the operator does to bring it round. @param supports where each is set again: "Support 1: …" */
export const indexSteps = (indexed: Indexed, supports: readonly string[]): string[] => [
  ...(supports.length > 0 ? ['Supports down, so that nothing is in the way of what turns.'] : []),
  `The part stays in the jaws as Op ${indexed.fromOp} gripped it.`,
  `Tool up and clear of everything that turns, then axis to ${indexed.says}: the work stands turned ${turnInWords(indexed)} since Op ${indexed.fromOp}.`,
  'Lock the axis.',
  ...supports.map((s) => `${s}.`),
];
