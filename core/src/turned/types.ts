import type { Term } from '../ledger';
import type { Ends, Turned } from '../job';
import type { BarLines, Lathe, Machine, RoundDevice, SecondSpindle, Station, WorkMaterial } from '../shop';
import type { Grips } from './grips';
import type { Profile } from './profile';

/** The bar as it goes through the tools. Lengths in mm. */
export interface BarHere {
  /** null: the blank is no round bar along the axis */
  readonly diameter: number | null;
  /** stock on the finished front face, and on the back face for back work */
  readonly face: number;
  readonly back: number;
  readonly length: number;
  readonly cutOff: number;
  /** stock of the face, part, stock of the back and width of the cut-off */
  readonly needed: number;
}

/** A change of grip. Places count from the finished front face towards the main spindle, mm. */
export interface PlannedChange {
  readonly id: string;
  readonly at: number;
  /** how far the main spindle goes back, and the zero is shifted: as planned, or as the program has it */
  readonly move: number;
  readonly shift: number;
  /** what the move would be without a number typed */
  readonly plannedMove: number;
  readonly isTyped: boolean;
}

/** A length of bar that is turned in one grip. */
export interface TurnedSection {
  readonly from: number;
  readonly to: number;
  /** from the collet, or the bushing, to the tool: when it begins */
  readonly overhang: number;
  /** from the tool to the second spindle when it begins; null: it carries nothing */
  readonly toSupport: number | null;
  /** how far the bar gives under the tool; null: not known */
  readonly gives: number | null;
  /** how exactly it lies along the bar from the front face, after as many changes of grip; null: not known */
  readonly plusMinus: number | null;
}

export type Side = 'main' | 'second';

/** One thing that a spindle does. Machine coordinates, mm. */
export interface BarStep {
  readonly id: string;
  readonly side: Side;
  readonly act: keyof BarLines;
  /** where to, work or machine coordinates as the act has it; how far, signed */
  readonly at?: number;
  readonly by?: number;
  /** number of the place where both wait for each other */
  readonly meet?: number;
  readonly says: string;
  readonly because: string;
  readonly main: { readonly from: number; readonly to: number };
  readonly second: { readonly from: number; readonly to: number } | null;
  /** the zero of the main side once it is done, machine coordinates */
  readonly zero: number;
}

/** One line of the account of a cycle: signed, machine axes, mm. */
export interface AccountRow {
  readonly what: string;
  readonly move: number | null;
  readonly shift: number | null;
  readonly mainAt: number;
  readonly zeroAt: number;
}

/** Moves of the main spindle and shifts of the zero over one part. */
export interface Account {
  readonly rows: readonly AccountRow[];
  readonly moves: number;
  readonly shifts: number;
  /** how far the next part starts beside this one, mm; 0: the account closes */
  readonly residue: number;
  /** room to the end of travel it runs towards */
  readonly margin: number;
  /** so many parts are made before the main spindle runs out of travel; null: it never does */
  readonly partsMade: number | null;
}

/** What the second spindle is at when it grips. */
export interface SecondGrip {
  readonly when: 'first change' | 'cut-off';
  /** machine coordinate of the second spindle */
  readonly at: number;
  /** from the finished front face: what its collet covers */
  readonly from: number;
  readonly to: number;
  /** null: the part has no single diameter there */
  readonly diameter: number | null;
}

/** What carries a part out of the chuck. `tip` and `fromFace` count from the face of the chuck, mm. */
export type EndSupport =
  | {
      readonly by: 'tailstock';
      readonly into: number;
      readonly tip: number;
      /** null: it has no scale */
      readonly onScale: number | null;
    }
  | {
      readonly by: 'steady rest';
      /** its middle, from the finished front face */
      readonly at: number;
      /** half of its width */
      readonly half: number;
      readonly fromFace: number;
      /** it runs on what is not turned yet */
      readonly isRaw: boolean;
      /** null: no single diameter there */
      readonly diameter: number | null;
    };

/** One side of a part that is turned end for end. Places count from the finished front face, mm. */
export interface PlannedEnd {
  readonly side: 'first' | 'second';
  readonly register: string;
  readonly program: string;
  /** what is turned in it */
  readonly from: number;
  readonly to: number;
  /** held by the jaws: what lies in them of the part */
  readonly grip: number;
  /** how far the part goes in behind the front of the jaws */
  readonly inside: number;
  readonly rest: number;
  readonly against: Ends['first']['against'];
  readonly loadedLength: number;
  /** stock on the face that is turned */
  readonly stock: number;
  readonly sticksOut: number;
  /** null: no single diameter there */
  readonly gripDiameter: number | null;
  /** whether what is gripped is finished */
  readonly isFinished: boolean;
  readonly zero: readonly Term[];
  /** null: a term is not known */
  readonly value: number | null;
  readonly support: EndSupport | null;
  /** how far it gives under the tool, where it gives most; null: not known */
  readonly gives: number | null;
  /** what the jaws carry at speed, and what the cut asks, N·m; null: not known */
  readonly carriesNm: number | null;
  /** what the jaws do to the wall of a hollow part; null: it is solid there, or not known */
  readonly squeezed: { readonly wall: number; readonly stressMPa: number; readonly deflectionMm: number } | null;
  readonly asksNm: number | null;
}

/** A part turned end for end in a chuck, planned. */
export interface PlannedEnds {
  readonly chuck: RoundDevice | null;
  readonly station: Station | null;
  readonly rpm: number | null;
  readonly first: PlannedEnd;
  readonly second: PlannedEnd;
  /** how far the zero of the second side lies from the first one's along Z, and from what */
  readonly shift: number;
  readonly shiftTerms: readonly { readonly term: string; readonly value: number }[];
}

/** A turned part, planned: from bar, or end for end. */
export interface PlannedTurned {
  readonly turned: Turned;
  readonly profile: Profile | null;
  /** why there is no profile */
  readonly problem: string | null;
  readonly bar: BarHere;
  readonly machine: Machine | null;
  readonly lathe: Lathe | null;
  readonly material: WorkMaterial | null;
  readonly grips: Grips | null;
  readonly changes: readonly PlannedChange[];
  readonly sections: readonly TurnedSection[];
  /** machine coordinate of the main spindle where a part begins; null: no lathe */
  readonly start: number | null;
  readonly secondGrips: readonly SecondGrip[];
  readonly steps: readonly BarStep[];
  readonly account: Account | null;
  /** accounts of both work zeros along Z, terms add up to the register; null: not known */
  readonly zero: readonly Term[] | null;
  readonly backZero: readonly Term[] | null;
  readonly removedMm3: number | null;
  /** what the length may be off, mm */
  readonly sizeTolerance: number;
  /** turned end for end in a chuck; null: from bar */
  readonly ends: PlannedEnds | null;
  readonly lines: { readonly main: string; readonly second: string } | null;
}

/** The same where there is a lathe and a profile to plan with. */
export interface OnLathe {
  readonly turned: Turned;
  readonly profile: Profile;
  readonly bar: BarHere;
  readonly machine: Machine;
  readonly lathe: Lathe;
  readonly second: SecondSpindle | null;
}
