import type { CheckByHand } from '../byHand';
import type { Axis, Vec3 } from '../frames';
import type { Machine, Register } from '../shop';
import type { Shape } from '../drawing';
import type { AxisTouchOff } from '../zero';
import type { RunPictures } from './pictures';

/** The order of a run. */
export type StepKind =
  | 'machine'
  | 'prepare'
  | 'place'
  | 'ears'
  | 'drill'
  | 'load'
  | 'edge'
  | 'handCheck'
  | 'touch'
  | 'keyIn'
  | 'verify'
  | 'dryRun'
  | 'firstCut'
  | 'firstPart'
  | 'series'
  | 'bar'
  | 'transition'
  | 'clear'
  | 'putAway';

/** One thing the operator answers on a step. */
export interface Ask {
  readonly id: string;
  readonly label: string;
  /** length: a number in the operator's units; yes: a hand on it, confirmed */
  readonly kind: 'length' | 'yes';
  readonly axis: Axis | null;
  /** what is expected whatever was measured before, mm; null: nothing, or it hangs on readings of this run */
  readonly target: number | null;
  /** how far it may be off: below, above, mm; null: it is only written down */
  readonly minus: number | null;
  readonly plus: number | null;
  /** the register it is read back from; left out elsewhere */
  readonly register?: Register;
  /**
   * register of a further piece or of the second copy: how far its zero lies from the first one's, mm; left out
   * elsewhere
   */
  readonly fromFirst?: number;
}

export interface RunStep {
  readonly id: string;
  readonly kind: StepKind;
  /** null: the whole run */
  readonly setupId: string | null;
  readonly axis: Axis | null;
  readonly title: string;
  readonly says: readonly string[];
  /** lines for the control the step talks about; null: none */
  readonly lines: string | null;
  readonly asks: readonly Ask[];
  /** an edge that is touched twice; left out on other steps */
  readonly edge?: { readonly along: 'x' | 'y'; readonly apart: number };
  /** what an indicator is to show; left out on other steps */
  readonly check?: CheckByHand;
  /** turned from bar: what both spindles do, side by side; second null: there is none. Left out on other steps */
  readonly columns?: { readonly main: readonly string[]; readonly second: readonly string[] | null };
  /** said where a reading is off and no setup knows more about it; left out: nothing is */
  readonly ifOff?: string;
}

/** A mistake that is known to happen, and what it does to a measured zero. */
export interface Cause {
  readonly code: CauseCode;
  readonly axis: Axis;
  /** measured less expected, mm */
  readonly delta: number;
  readonly says: string;
  /**
   * where it can have been made: in what the machine reads while it touches, in the length that is read, while keying
   * in; both: runs frozen before these were told apart
   */
  readonly at: 'touch' | 'length' | 'keyIn' | 'both';
}

export type CauseCode =
  | 'wrong-body'
  | 'wrong-face'
  | 'radius-forgotten'
  | 'radius-doubled'
  | 'radius-wrong-side'
  | 'feeler-forgotten'
  | 'film-counted'
  | 'length-not-active'
  | 'length-of-another-tool'
  | 'common-offset'
  | 'wrong-parallels'
  | 'unit'
  | 'flipped'
  | 'sign'
  | 'axes-swapped'
  | 'other-register'
  | 'device-moved'
  | 'another-cutter'
  | 'digits';

/** How one axis of a setup is touched off in a run. */
export interface RunAxis {
  readonly worksheet: AxisTouchOff;
  /** what is touched, bold, in the view `touchedIn` names; left out by older runs */
  readonly touched?: readonly Shape[];
  /** taken off a reading: length of the touching tool, as the control has it; Z only; null: the operator reads it */
  readonly length: number | null;
  /** the same for X and Y: nothing */
  readonly readsLength: boolean;
}

export interface RunSetup {
  readonly id: string;
  readonly op: number;
  readonly does: string;
  readonly register: string;
  readonly stationId: string | null;
  /**
   * what stands on the station; another device has its datum somewhere else. Left out by runs frozen before it was
   * told
   */
  readonly deviceId?: string | null;
  /** where on which other device it stands there; left out: on the station itself */
  readonly standsOn?: string;
  readonly stationName: string;
  /** register values as planned; null where they are not known */
  readonly planned: Readonly<Record<Axis, number | null>>;
  /** register less station: what an earlier setup on the same station lends to this one; null: nothing */
  readonly offset: Readonly<Record<Axis, number | null>>;
  /** room of the zero to the ends of travel; null: not known */
  readonly room: Readonly<Record<Axis, { readonly toMin: number | null; readonly toMax: number | null }>> | null;
  /** a reading may be so far off, mm */
  readonly limit: number;
  readonly axes: readonly RunAxis[];
  /** drawings of the setup as loaded; null or left out: none were made */
  readonly pictures?: RunPictures | null;
  readonly causes: readonly Cause[];
}

/** Everything a run needs, frozen with the issue: it works without the planner and without the network. */
export interface RunPlan {
  readonly version: 1;
  readonly number: string;
  readonly part: string;
  readonly revision: string;
  readonly letter: string;
  readonly units: 'mm' | 'inch';
  readonly machineId: string | null;
  readonly machineName: string;
  readonly homes: boolean;
  /** where the spindle gauge line can be at all; null: no machine is chosen */
  readonly travel: Machine['travel'] | null;
  readonly commonOffset: Vec3;
  readonly quantity: number;
  readonly setups: readonly RunSetup[];
  /** registers that are keyed in without a setup: of a turned part; left out: those of the setups are all */
  readonly registers?: readonly string[];
  readonly steps: readonly RunStep[];
}

/** What a person did; the run is what follows from these in their order. */
export type RunEvent = {
  /** made where it happened, so that sending it twice does nothing */
  readonly id: string;
  readonly at: string;
  readonly stepId: string;
  /**
   * name of who was signed in on the device then: what waited for the network may be sent by somebody else; left out
   * by older devices
   */
  readonly who?: string;
} & (
  | { readonly kind: 'answer'; readonly values: Readonly<Record<string, number | boolean>> }
  | { readonly kind: 'again' }
  /** the step before the one in hand is done once more */
  | { readonly kind: 'back' }
  | { readonly kind: 'accept'; readonly reason: string }
);

/** Who did it, as the server saw it, and as the device says where that differs. */
export type RunEventBy = RunEvent & { readonly by: string };

/** One answer against what was expected. */
export interface Judged {
  readonly ask: Ask;
  readonly value: number;
  readonly target: number | null;
  readonly difference: number | null;
  readonly inLimit: boolean;
}
