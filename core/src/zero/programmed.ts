import { add, byAxis, rotate, rotationOf, subtract, type Box3, type Vec3 } from '../frames';
import type { Programmed, Setup } from '../job';
import { turnedBox, type SeatFacts } from '../seat';
import { featureLevels, fromSeated, type FeatureLookup, type PlaceProblem } from './place';
import { boxPlace, type ZeroFacts } from './workZero';

/** How the program's own zero compares with the setup's. */
export interface ProgrammedFacts {
  /** the program's zero in part coordinates */
  readonly inPart: Vec3;
  /** from the program's zero to the setup's, machine axes of the setup, mm: everything is cut that far off */
  readonly off: Vec3;
  /** true: the part lies as the program was made for */
  readonly sameWay: boolean;
  readonly problems: readonly PlaceProblem[];
}

export interface ProgrammedInput {
  readonly programmed: Programmed;
  readonly setup: Pick<Setup, 'orientation' | 'zero'>;
  readonly seat: SeatFacts;
  readonly zero: ZeroFacts;
  /** box of the finished part (of the first copy), part coordinates */
  readonly part: Box3;
  /** box of the blank, part coordinates */
  readonly blank: Box3;
  readonly lookup: FeatureLookup;
}

/**
 * Compares where the program has its zero with where the setup puts it.
 * A program cuts its points relative to the zero the control holds; when that zero lies `off` from where the program
 * thinks it is, every cut is shifted on the part by the same vector.
 */
export function compareProgrammed({
  programmed,
  setup,
  seat,
  zero,
  part,
  blank,
  lookup,
}: ProgrammedInput): ProgrammedFacts {
  const { orientation } = programmed;
  const box = turnedBox(programmed.of === 'raw blank' ? blank : part, orientation);
  const { levels, problems } = featureLevels(programmed, orientation, lookup);
  const inPart = fromSeated(
    orientation,
    byAxis((axis) => levels[axis] ?? boxPlace(box, programmed[axis], axis)),
  );
  const intended = rotate(rotationOf(setup.orientation), inPart);
  const actual = subtract(zero.inDevice, seat.pose.translation);
  return {
    inPart,
    off: subtract(add(actual, setup.zero.extra), intended),
    sameWay: orientation.up === setup.orientation.up && orientation.right === setup.orientation.right,
    problems,
  };
}
