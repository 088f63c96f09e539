import type { Scene, ViewName } from '../drawing';
import type { Axis } from '../frames';
import type { Finding } from '../findings';
import type { SheetRemark } from '../remarks';
import type { Projection } from '../shop';
import type { SheetBring } from './bring';
import type { SheetChangeover } from './changeover';

/** One number or choice of an issue, under a name that stays the same between issues. */
export interface Entry {
  readonly place: string;
  readonly name: string;
  readonly text: string;
  /** in the job's units, where it is a number */
  readonly value: number | null;
  /** the same in millimeters, so that another unit is no difference; left out by older issues */
  readonly mm?: number;
}

/** What changed between two issues. */
export interface Change {
  readonly place: string;
  readonly name: string;
  readonly before: string;
  readonly after: string;
  /** after − before in the later issue's units; null where either is not a number */
  readonly difference: string | null;
}

/** A value with its name, ready to print. */
export interface Row {
  readonly label: string;
  readonly value: string;
}

/** Signed values per axis, ready to print. */
export type Signed = Readonly<Record<Axis, string>>;

/**
 * A tool as it is put together and run. What is not given is an empty text; all but the first four are left out on
 * older issues.
 */
export interface SheetTool {
  readonly number: string;
  readonly description: string;
  readonly diameter: string;
  readonly length: string;
  readonly sticksOut?: string;
  readonly holder?: string;
  readonly lengthIn?: string;
  readonly speed?: string;
  readonly feed?: string;
}

export interface SheetSetup {
  readonly op: number;
  readonly does: string;
  readonly register: string;
  readonly program: string;
  readonly orientation: readonly string[];
  readonly seat: string;
  readonly zeroOf: string;
  readonly rows: readonly Row[];
  /** work zero in machine coordinates; null: not known */
  readonly workZero: Signed | null;
  /** said instead of a work zero that is not known */
  readonly instead: string;
  readonly shiftFromFirst: Signed | null;
  readonly ledger: readonly { readonly term: string; readonly from: string; readonly values: Signed }[];
  readonly plusMinus: Signed;
  /** what the worksheet asks for, then what could be touched instead */
  readonly touchOff: readonly {
    readonly axis: string;
    readonly face: string;
    readonly surface: string;
    readonly declare: string;
    readonly chosen: boolean;
  }[];
  readonly touchOffTool: string;
  /**
   * what must be at hand, what is touched (one sentence an axis, to be read out), how lengths count, what is measured
   * on the first part; left out on issues older than it
   */
  readonly says?: readonly string[];
  readonly tools: readonly SheetTool[];
  readonly why: readonly Row[];
  /** how to load and how to take out, in order; left out on issues older than the steps */
  readonly steps?: readonly string[];
  readonly release?: readonly string[];
  readonly scenes: Readonly<Record<ViewName, Scene>> | null;
  /** as clamped, in space; left out on issues older than it */
  readonly space?: Scene | null;
}

export interface SheetTransition {
  readonly fromOp: number;
  readonly toOp: number;
  /** the order of safety: always said before the hands go in */
  readonly first: string;
  readonly says: string;
  readonly edges: string;
  readonly kept: readonly string[];
  readonly shift: Signed | null;
  readonly because: Readonly<Record<Axis, string>>;
  readonly conditions: readonly string[];
}

export interface SheetFinding {
  readonly level: Finding['level'];
  readonly where: string;
  readonly says: string;
  readonly remedy: string;
  readonly accepted: { readonly reason: string; readonly by: string } | null;
}

/** A work zero along the axis, ready to print. */
export interface SheetBarZero {
  readonly register: string;
  /** "Z −21.000", or that it is not known */
  readonly value: string;
  readonly says: string;
  readonly terms: readonly { readonly term: string; readonly from: string; readonly value: string }[];
}

/** One line of the sequence: both sides, or where they wait for each other. */
export interface SheetSequenceRow {
  readonly main: string;
  readonly mainAt: string;
  readonly zeroAt: string;
  readonly second: string;
  readonly secondAt: string;
  /** said across both columns instead; empty: nothing is */
  readonly across: string;
}

/** A part turned from bar, ready to print: page, PDF and text are views of it. */
export interface SheetTurned {
  readonly rows: readonly Row[];
  readonly pictures: readonly Scene[];
  readonly zeros: readonly SheetBarZero[];
  readonly tools: readonly { readonly number: string; readonly description: string; readonly says: string }[];
  readonly changes: readonly Row[];
  readonly hasSecond: boolean;
  readonly sequence: readonly SheetSequenceRow[];
  readonly account: readonly {
    readonly what: string;
    readonly move: string;
    readonly shift: string;
    readonly mainAt: string;
    readonly zeroAt: string;
  }[];
  readonly closes: string;
}

/** The setup sheet as data: page, PDF and text are views of it. */
export interface Sheet {
  readonly shop: string;
  /** how the views stand to each other; left out on issues older than the setting */
  readonly projection?: Projection;
  readonly number: string;
  readonly part: string;
  readonly revision: string;
  readonly units: string;
  /** issue letter, or null for a draft */
  readonly letter: string | null;
  readonly issuedOn: string;
  /**
   * what the planner says of this issue, and what changed since the one before; left out on drafts, first and older
   * issues
   */
  readonly changed?: { readonly since: string; readonly note: string; readonly changes: readonly Change[] };
  readonly head: readonly Row[];
  /** left out where nothing is changed over, and on issues older than it */
  readonly changeovers?: readonly SheetChangeover[];
  /** left out where no tool refers to the library, and on issues older than it */
  readonly bring?: SheetBring;
  readonly setups: readonly SheetSetup[];
  readonly transitions: readonly SheetTransition[];
  /** turned from bar, without other setups; left out: it is not */
  readonly turned?: SheetTurned;
  readonly findings: readonly SheetFinding[];
  readonly notes: string;
  /** what people remarked, with their photos; left out where there is nothing, and on issues older than it */
  readonly remarks?: readonly SheetRemark[];
  /**
   * where the operator opens this issue on a tablet, with its QR code (path of unit squares, y down); left out on
   * drafts and older issues
   */
  readonly run?: { readonly url: string; readonly qr: { readonly size: number; readonly path: string } };
}
