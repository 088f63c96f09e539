import type { Axis, Direction, Pose, Rotation, Vec3 } from '../frames';
import type { LocatorHere } from '../locate';

/** What is laid to a line by eye lies so far off, mm (common practice, no source). */
export const BY_EYE_MM = 0.5;

/** A ± and who says it; null: nobody has. */
export interface Within {
  readonly mm: number | null;
  readonly from: string;
}

/** A face of the part, or the axis of a round of it, that something is located or touched by. Part coordinates. */
export interface MetFace {
  /** which way it looks; of a round: the side that would meet */
  readonly side: Direction;
  readonly at: Vec3;
  /** the setup before that cut it, by its place in the route; null: it comes with the blank */
  readonly madeBy: number | null;
  /** it is a side of the blank that still has to be cut, or comes sawn or raw */
  readonly isBlank: boolean;
  /** its axis counts, not its skin */
  readonly isRound: boolean;
  /** it leans or is curved: the way out of it where it is met, part coordinates; left out: it looks along `side` */
  readonly leans?: Vec3;
  readonly name: string;
}

/** What is touched to find zero along one axis: the device, or faces and rounds of the part. */
export type Touched = 'device' | readonly MetFace[];

/** Where work zero comes from along one machine axis, and what would be touched there. */
export type ZeroFrom = {
  /** null: nothing to touch */
  readonly touched: Touched | null;
} & (
  | {
      readonly by: 'station';
      /** one key for all setups that are off by the same there */
      readonly station: string;
      readonly name: string;
      readonly within: Within;
      /** the device stands on another one there; left out: on the station itself */
      readonly on?: { readonly id: string; readonly name: string; readonly within: Within };
    }
  /** as an earlier setup found it, with the same device on the same station; its place in the route */
  | { readonly by: 'earlier'; readonly setup: number }
  | {
      readonly by: 'touch';
      /** on every part; false: once, on the first */
      readonly every: boolean;
      readonly within: Within;
    }
);

/** How exactly the axes of a machine move, as they were checked; null: that was not checked. */
export interface Axes {
  /** work zero, device frame: what is cut far from it is off by more */
  readonly zeroAt: Vec3;
  /** how exactly a switch is found again when the machine homes */
  readonly homing: Within | null;
  /** for each 100 mm from zero */
  readonly scale: Readonly<Record<Axis, Within | null>>;
  readonly lost: Readonly<Record<Axis, Within | null>>;
}

/** All of one setup that decides how exactly the part lies under the spindle. */
export interface LocatedSetup {
  readonly op: number;
  readonly pose: Pose<'part', 'device'>;
  readonly locators: readonly LocatorHere[];
  /** along these axes it is laid to a line by hand */
  readonly byHand: readonly ('x' | 'y')[];
  /** middle of what is loaded, and how far it reaches from there, device frame */
  readonly middle: Vec3;
  readonly reach: Vec3;
  /** the face that what decides each axis meets */
  readonly faces: Readonly<Record<Axis, MetFace>>;
  /** the faces that pins along the edges meet, by the name of the pin; left out: there are none */
  readonly pinFaces?: Readonly<Record<string, MetFace>>;
  /** how exactly the part comes to lie against what decides each axis */
  readonly within: Readonly<Record<Axis, Within>>;
  readonly zero: Readonly<Record<Axis, ZeroFrom>>;
  /** how exactly a touch-off finds a face */
  readonly touchOff: Within;
  /** its dowels stand where that setup drilled them, off as its zero was; its place in the route. left out: no such */
  readonly standsOn?: number;
  /**
   * it lies as that setup gripped it, turned about X through the origin of the device frame, within so many radians;
   * left out: it was gripped anew
   */
  readonly stays?: { readonly from: number; readonly turn: Rotation; readonly within: Within };
  /** how exactly its machine moves; left out: nothing of it was checked */
  readonly axes?: Axes;
}

/** What every setup of a job shares. */
export interface ExactJob {
  readonly setups: readonly LocatedSetup[];
  /** ± on sizes of the part */
  readonly sizes: Within;
  /** ± on sizes of the blank */
  readonly blank: Within;
}
