import type { DowelProblem, DowelsHere, SeatedDowels } from '../dowels';
import type { SeatedEdge, UprightRound } from '../edgePins';
import type { Direction, Vec3 } from '../frames';
import type { Finding, Told } from '../findings';
import type { BendingInput, HoldFacts, HoldOf, HoldSetup, Span } from '../hold';
import type { FurtherPiece, HoldIn, Proposable, Separation, SetupIn } from '../job';
import type { Gripped, SeatedPart, SeatFacts } from '../seat';
import type { Bond, DeviceOf, Family, Machine, Station, WorkMaterial } from '../shop';
import type { LocatedBy } from '../locate';
import type { ProveFacts } from '../prove';
import type { Dimension, Layer, Shape, ViewName } from '../scene';
import type { Outlines } from '../solid';
import type { Speech } from '../units';
import type { FeatureLookup } from '../zero';
import type { Decision } from './decision';
import type { DeviceSolid, Drawn } from './drawn';
import type { Kept, SetupRemedy } from './mend';

/** The part where it comes to rest on a device. */
export interface Seated {
  readonly seat: SeatFacts;
  /** round devices: what the jaws grip */
  readonly gripped: Gripped | null;
  /** flat devices: how far each pin of a row is from the part */
  readonly pinGaps: Readonly<Record<'x' | 'y', readonly (number | null)[]>>;
  /** flat devices: the part is put onto dowels; left out: it is not */
  readonly dowels?: SeatedDowels;
  /** flat devices: pins along its edges; left out: there are none */
  readonly edge?: SeatedEdge;
  /** why it cannot be put onto its dowels; left out: it can, or is not to be */
  readonly dowelProblem?: DowelProblem;
}

/** A device with what of a setup seats the part on it. */
export interface On<F extends Family> {
  readonly device: DeviceOf<F>;
  readonly bond: Bond | null;
  readonly setup: SetupIn<F>;
  /** of a setup whose part is put onto dowels; null: it is not */
  readonly dowels: DowelsHere | null;
  /** upright rounds of the part, before it is moved anywhere */
  readonly rounds: readonly UprightRound[];
}

/** What the checks of a family look at. */
export interface Held<F extends Family> extends Seated {
  readonly device: DeviceOf<F>;
  readonly setup: SetupIn<F>;
  readonly hold: HoldFacts;
  readonly prove: ProveFacts;
  readonly station: Station | null;
  readonly machine: Machine | null;
  readonly material: WorkMaterial | null;
  readonly lookup: FeatureLookup;
  readonly nameOf: (featureId: string) => string;
  readonly told: Told;
}

/** A choice of a hold under its name: a size, a coordinate or a word. */
export type HoldEntry = { readonly name: string } & (
  { readonly sizeMm: number } | { readonly atMm: number } | { readonly says: string }
);

/** What the rows of a sheet are made from. */
export interface RowsOf<F extends Family> {
  readonly device: DeviceOf<F>;
  readonly setup: SetupIn<F>;
  readonly facts: { readonly seat: SeatFacts; readonly hold: HoldFacts; readonly prove: ProveFacts };
  readonly speech: Speech;
}

/** Something that a hand sets down at a place before the part comes. Device frame, mm. */
export interface Placed {
  readonly name: string;
  /** its middle */
  readonly x: number;
  readonly y: number;
  /** how high it is */
  readonly top: number;
  /** its diameter; null: it is not round */
  readonly across: number | null;
}

/** A part as it would lie in a new setup, mm. */
export interface Lying {
  /** what is loaded, along the device's X and across it */
  readonly along: number;
  readonly across: number;
  /** the finished top above what it rests on */
  readonly height: number;
  /** depth below the finished top that would leave nothing to do from here */
  readonly wanted: number;
  /** depths are whole multiples of this where the device limits them */
  readonly step: number;
  /** a setup before has cut the faces it is held by */
  readonly isFinished: boolean;
}

/** How a new setup begins; `proposed`: what of it the device had a reason for. */
export interface Begun<F extends Family> {
  readonly cutsBelowTop: number;
  /** what was told of the hold before, with what of it begins anew */
  readonly hold: (before: HoldIn<F>) => HoldIn<F>;
  readonly proposed: readonly Proposable[];
}

/** All the program knows of one way of holding. `N`: what of a setup seats a part, plain. */
export interface Holding<F extends Family, N extends object = object> {
  /** what of a setup seats the part, and nothing else: an edit of anything else does not seat it again */
  seatNeeds(on: On<F>): N;
  /** the part where it comes to rest */
  seat(part: SeatedPart, needs: N): Seated;
  /** where else it would be held, from where it is seated, device axes, nearest first */
  elsewhere(part: SeatedPart, needs: N, at: Vec3): Vec3[];
  facts(input: HoldOf<DeviceOf<F>> & { readonly gripped: Gripped | null }): HoldFacts;
  /** what stops the part from moving before anything is closed */
  locatedBy(held: Seated & { readonly setup: HoldSetup<F>; readonly hold: HoldFacts }): LocatedBy;
  /** what is set by position before the part comes */
  placed(device: DeviceOf<F>, setup: SetupIn<F>, edge: SeatedEdge | null): Placed[];
  /** how deep holes may be drilled into what the part lies on, mm; 0: not at all */
  drillable(device: DeviceOf<F>): number;
  /** places where the held part can give */
  spans(input: BendingInput<F>, device: DeviceOf<F>): Span[];
  /** the whole list: a new check is added here */
  checks(held: Held<F>): Finding[];
  /** what the cut must stay clear of: device, jaws, board */
  cutChecks(held: Held<F>): Finding[];
  /** axes along which round pins meet the part: on a slope their flank is not computed */
  pinsAlong(setup: SetupIn<F>): readonly ('x' | 'y')[];
  /** how deep a cut may go from the finished top, device frame, and why; null: it does not tell */
  cutDownTo(device: DeviceOf<F>, speech: Speech): { readonly level: number; readonly says: string } | null;
  /** a cutting head that keeps one height above the work and pushes sideways; null: a spindle with tools */
  jet(
    device: DeviceOf<F>,
  ): { readonly forceN: number; readonly headDiameter: number; readonly headHeight: number } | null;
  /** what a new setup in it starts with */
  starts(device: DeviceOf<F>): HoldIn<F>;
  /** how a part that lies so would be held and how deep it could be cut */
  begins(device: DeviceOf<F>, lying: Lying): Begun<F>;
  /** what carries the part are pieces put in by hand, which can be mistaken for others */
  readonly parallels: boolean;
  /** machine direction the fixed jaw's side of the part looks in; null: there is none */
  jaw(device: DeviceOf<F>): Direction | null;
  /** how the part is located and held, as the operator sets it: the device first */
  rows(held: RowsOf<F>): {
    readonly device: string;
    readonly rows: { readonly label: string; readonly value: string }[];
  };
  /** what it is called where any device of the family would do, and how its stop is moved */
  readonly words: { readonly device: string; readonly alongX: string };
  /** how further pieces may be moved; null: it holds one */
  readonly pieces: 'along the jaws' | 'anywhere' | null;
  /** the setup of a further piece */
  moved(setup: SetupIn<F>, piece: FurtherPiece): SetupIn<F>;
  /** the device of a setup in one view, what is behind the pieces or what is before them */
  shapes(view: ViewName, device: DeviceOf<F>, drawn: Drawn<F>, layer: Layer): Shape[];
  labels(view: ViewName, device: DeviceOf<F>, drawn: Drawn<F>): Shape[];
  dimensions(view: ViewName, device: DeviceOf<F>, drawn: Drawn<F>, speech: Speech): Dimension[];
  /** what a view leaves out because it would hide the part, for its title; empty: nothing */
  leftOut(view: ViewName, device: DeviceOf<F>): string;
  /** what of the device is no obstacle and stands there in space */
  solids(device: DeviceOf<F>, drawn: Drawn<F>): DeviceSolid[];
  /** the device by itself, true to scale, and how it is looked at: " from above" */
  picture(device: DeviceOf<F>): { readonly says: string; readonly shapes: Shape[] };
  /** the room it takes on the table, seen from above, device frame */
  footprint(device: DeviceOf<F>): Outlines;
  /** what keeps a part that the cut frees; null: no cut can free it */
  separation(setup: SetupIn<F>): Separation | null;
  /** the numbers that are decided where they stand in the drawings */
  decisions(device: DeviceOf<F>, drawn: Drawn<F>): Decision[];
  /** what mends a finding where that is a number; empty: only the planner knows */
  remedies(code: string, device: DeviceOf<F>, drawn: Drawn<F>, kept: Kept): SetupRemedy[];
  /** what of it an issue compares with the one before, besides figures and steps */
  told(hold: HoldIn<F>): readonly HoldEntry[];
}
