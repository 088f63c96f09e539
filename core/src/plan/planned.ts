import type { BlankFacts } from '../blank';
import type { DowelProblem, DrilledHole, SeatedDowels, SeenAlong } from '../dowels';
import type { SeatedEdge } from '../edgePins';
import type { CutFeature, ExactJob, Lies, Met } from '../exact';
import type { Finding } from '../findings';
import type { Vec3 } from '../frames';
import { indexSteps, type Indexed } from '../holdings';
import type { Bending, HoldFacts, MarginFacts } from '../hold';
import type { Setup, SetupIn } from '../job';
import type { Locating } from '../locate';
import type { Ledger, Shift, TouchedStation } from '../ledger';
import type { PartSummary } from '../part';
import type { ReferredFeature } from '../part/checks/featuresFound';
import type { CutFacts, ProveFacts, SafePath, SeparationFacts, WayFacts } from '../prove';
import type { Gripped, SeatFacts } from '../seat';
import type { Device, Family, Machine, Register, StationHere, WorkMaterial } from '../shop';
import type { ToolToBring } from '../tools';
import type { TransitionFacts } from '../transition';
import type { PlannedTurned } from '../turned';
import type { AxisTouchOff, ProgrammedFacts, TouchableFace, TouchOff, ZeroFacts } from '../zero';
import type { MadeBore } from '../prove/checks/boreHasTool';
import type { MadeCorner } from '../prove/checks/cornerFitsCutter';
import type { Unreached } from './unreached';

/** Everything computed about one setup once its device is chosen. */
export interface SetupFacts {
  readonly seat: SeatFacts;
  readonly hold: HoldFacts;
  /** what stops the part from moving before it is clamped */
  readonly locating: Locating;
  /** round devices: what the jaws grip */
  readonly gripped: Gripped | null;
  /** flat devices: how far each pin of a row is from the part */
  readonly pinGaps: Readonly<Record<'x' | 'y', readonly (number | null)[]>>;
  /** flat devices: the dowels the part is put onto; left out: it is not */
  readonly dowels?: SeatedDowels;
  readonly dowelProblem?: DowelProblem;
  /** flat devices: pins along the edges of the part; left out: there are none */
  readonly edge?: SeatedEdge;
  /** the dowel holes it drills; left out: none */
  readonly drills?: readonly DrilledHole[];
  /** bores along the spindle that this setup makes; left out: not worked out yet */
  readonly bores?: readonly MadeBore[];
  /** inner corners and slot ends along the spindle that this setup makes; left out: not worked out yet */
  readonly corners?: readonly MadeCorner[];
  /** flat devices: whether the cut frees the part; null elsewhere */
  readonly separation: SeparationFacts | null;
  readonly zero: ZeroFacts;
  readonly ledger: Ledger;
  /** every face that can be touched */
  readonly touchOff: readonly TouchOff[];
  /** faces of the part that nothing covers, seated frame */
  readonly touchable: readonly TouchableFace[];
  /** what is touched, X, Y and Z */
  readonly worksheet: readonly AxisTouchOff[];
  /** values of the register as they are keyed in; null per axis where they are not known */
  readonly register: Readonly<Record<'x' | 'y' | 'z', number | null>>;
  /** where the device really stands, from a zero touched off here or earlier; null: as measured, or unknown */
  readonly touched: TouchedStation | null;
  readonly prove: ProveFacts;
  /** how the program's own zero compares; null: not stated */
  readonly programmed: ProgrammedFacts | null;
  readonly says: { readonly seat: string; readonly zero: string };
}

/** A further piece on the same device: the setup moved, and all that is computed about it. */
export interface PlannedPiece {
  /** 2, 3, …; the first piece is the setup itself */
  readonly number: number;
  readonly by: { readonly x: number; readonly y: number };
  /** null: it has none of its own */
  readonly register: Register | null;
  readonly setup: SetupIn<Family>;
  readonly facts: SetupFacts;
}

/** What takes longer to compute than everything else: it may come a moment later. */
export interface ForceFacts {
  readonly margin: MarginFacts;
  readonly way: WayFacts;
  /** where the part gives most under the cut; null: nowhere, or not known */
  readonly bend: Bending | null;
  /** other places in which every locator would hold the part, from its seat, device axes, nearest first */
  readonly elsewhere: readonly Vec3[];
}

export interface PlannedSetup {
  readonly id: string;
  readonly op: number;
  readonly register: Register;
  /** as the job has it, with the depths of the faces its cuts go down to */
  readonly setup: Setup;
  readonly cuts: readonly CutFacts[];
  readonly device: Device | null;
  /** the vise its device is a set of jaws of; left out: it is none */
  readonly jawsOf?: Pick<Device, 'id' | 'name'>;
  readonly station: StationHere | null;
  /** its part stays in the jaws of a rotary axis and is only turned; left out: this setup grips it */
  readonly indexed?: Indexed;
  readonly material: {
    readonly loadedMm3: number;
    readonly leftMm3: number;
    readonly removedMm3: number;
    /** at its thinnest under the lowest cut; null: no floor; left out: not worked out yet */
    readonly floorMm?: number | null;
  };
  /** null while no device is chosen */
  readonly facts: SetupFacts | null;
  /** further pieces on the same device */
  readonly pieces: readonly PlannedPiece[];
  /** null while it is not computed yet, or no device is chosen */
  readonly forces: ForceFacts | null;
  /** shift of work zero from the first setup; null for the first and where it is not known */
  readonly fromFirst: Shift | null;
  /** moves between the machine's positions and the first position over zero; empty: none entered, or not computable */
  readonly safe: readonly SafePath[];
  readonly findings: readonly Finding[];
}

/** What the operator does to load a setup: grip the part, or only bring it round where it stays gripped. */
export const loadingSteps = ({ indexed, facts }: Pick<PlannedSetup, 'indexed' | 'facts'>): readonly string[] =>
  indexed ? indexSteps(indexed, supportsOf(facts)) : (facts?.hold.steps ?? []);

/** Where supports are set, as the hold tells them. */
const supportsOf = (facts: SetupFacts | null): string[] =>
  (facts?.hold.figures ?? []).filter((f) => f.label.startsWith('Support ')).map((f) => `${f.label}: ${f.value}`);

/** Whether the part stays gripped from one setup to the next. */
export const staysFrom = (setups: readonly PlannedSetup[], from: Pick<PlannedSetup, 'id'>): boolean =>
  setups[setups.findIndex((s) => s.id === from.id) + 1]?.indexed !== undefined;

export interface PlannedTransition {
  readonly fromId: string;
  readonly toId: string;
  readonly fromOp: number;
  readonly toOp: number;
  readonly facts: TransitionFacts;
  readonly shift: Shift;
}

/** Two features that are to meet, and how far they may miss each other. */
export interface PlannedMeeting extends Met {
  readonly id: string;
  /** ± that is asked; null: nothing is */
  readonly within: number | null;
  /** the later of the setups that cut them */
  readonly setupId: string | null;
  readonly op: number | null;
  /** ids of the features in the job, in the order of the names */
  readonly features: readonly [string, string];
  /** null: one of them is gone, or nothing cuts it */
  readonly pair: readonly [CutFeature, CutFeature] | null;
}

/** How exactly parts lie, and what is to meet. */
export interface ExactFacts {
  readonly job: ExactJob;
  /** in the order of the setups; null: so many locators decide the same that it cannot be told */
  readonly lies: readonly (Lies | null)[];
  readonly meetings: readonly PlannedMeeting[];
}

/** The planned job: what every screen, sheet and control line is a view of. Lengths in millimeters. */
export interface PlannedJob {
  readonly part: PartSummary;
  /** features that choices refer to or that have a name, found again */
  readonly referred: readonly ReferredFeature[];
  readonly blank: BlankFacts;
  readonly machine: Machine | null;
  /** what the shop's list knows of the material; null: it is not there */
  readonly material: WorkMaterial | null;
  readonly setups: readonly PlannedSetup[];
  readonly transitions: readonly PlannedTransition[];
  readonly unreached: Unreached | null;
  /** null: the blank has no volume */
  readonly exact: ExactFacts | null;
  /** part and blank seen along the dowel holes; left out: the job has none */
  readonly dowels?: SeenAlong;
  /** turned from bar, without other setups; left out: it is not */
  readonly turned?: PlannedTurned;
  /** the tools of its setups beside the library's; left out: none refers to it */
  readonly tools?: readonly ToolToBring[];
  /** false: margins and what is in the way are still missing for some setup */
  readonly complete: boolean;
  /** all findings, worst first */
  readonly findings: readonly Finding[];
}

export function setupOf(planned: PlannedJob, id: string | null): PlannedSetup | null {
  return planned.setups.find((s) => s.id === id) ?? null;
}
