import { byAxis, type Axis, type Vec3 } from '../frames';
import type { Finding } from '../findings';
import { sumOfTerms, type AxisShift, type Term } from '../ledger';
import type { PlannedTurned } from '../turned';
import type { PlannedJob } from './planned';

/** The planned job's numbers as plain data for scripts. All lengths in millimeters. */
export interface PlanOutput {
  readonly units: 'mm';
  /** shift of every copy from the first, part axes; one entry when there is one */
  readonly copies: readonly { readonly number: number; readonly by: Vec3 }[];
  readonly setups: readonly {
    readonly op: number;
    readonly register: string;
    readonly workZeroInMachine: Vec3 | null;
    /** as it is keyed in, Z as the shop counts its tool lengths; null per axis where it is not known */
    readonly registerValue: Readonly<Record<Axis, number | null>> | null;
    readonly touchOff: readonly { readonly axis: Axis; readonly declare: number | null; readonly says: string }[];
    /**
     * further pieces on the same device: moved by so much, with the zero of their register; register null: the program
     * is shifted
     */
    readonly pieces: readonly {
      readonly number: number;
      readonly by: { readonly x: number; readonly y: number };
      readonly register: string | null;
      readonly workZeroInMachine: Vec3 | null;
    }[];
    readonly terms: Readonly<
      Record<
        Axis,
        readonly {
          readonly term: string;
          readonly value: number | null;
          readonly from: string;
          readonly plusMinus: number | null;
        }[]
      >
    >;
    readonly findings: readonly Finding[];
  }[];
  readonly transitions: readonly {
    readonly from: number;
    readonly to: number;
    readonly says: string;
    /** null per axis where it is not known; null: along none */
    readonly shift: AxisShift | null;
    readonly terms: Readonly<Record<Axis, readonly { readonly term: string; readonly value: number }[]>>;
    readonly conditions: readonly string[];
  }[];
  /** a turned part; left out: it is not. Z of each register with its terms, then what its way of turning has */
  readonly turned?: {
    readonly zeros: readonly {
      readonly register: string;
      readonly z: number | null;
      readonly terms: readonly { readonly term: string; readonly value: number | null; readonly from: string }[];
    }[];
    readonly start: number | null;
    readonly changes: readonly { readonly at: number; readonly move: number; readonly shift: number }[];
    readonly account: { readonly moves: number; readonly shifts: number; readonly partsMade: number | null } | null;
    readonly shiftBetweenSides: number | null;
  };
  readonly findings: readonly Finding[];
}

const perAxis = <T>(value: (axis: Axis) => T): Record<Axis, T> => ({ x: value('x'), y: value('y'), z: value('z') });

/** A coordinate as told to scripts: no −0, and no digits below a picometre that only rounding put there. */
const clean = (mm: number): number => Math.round(mm * 1e9) / 1e9 + 0;
const cleanOrNull = (mm: number | null): number | null => (mm === null ? null : clean(mm));
const cleanVec = (v: Vec3): Vec3 => byAxis((axis) => clean(v[axis]));

export function planOutput(planned: PlannedJob): PlanOutput {
  return {
    units: 'mm',
    copies: planned.blank.copies.map((c) => ({ number: c.number, by: cleanVec(c.by) })),
    setups: planned.setups.map((s) => ({
      op: s.op,
      register: s.register,
      workZeroInMachine: s.facts?.zero.inMachine ? cleanVec(s.facts.zero.inMachine) : null,
      registerValue: s.facts ? perAxis((axis) => cleanOrNull(s.facts!.register[axis])) : null,
      touchOff: (s.facts?.worksheet ?? []).map(({ axis, declare, says }) => ({
        axis,
        declare: cleanOrNull(declare),
        says,
      })),
      pieces: s.pieces.map((p) => ({
        number: p.number,
        by: p.by,
        register: p.register,
        workZeroInMachine: p.facts.zero.inMachine ? cleanVec(p.facts.zero.inMachine) : null,
      })),
      terms: perAxis((axis) =>
        (s.facts?.ledger[axis] ?? []).map(({ term, value, from, plusMinus }) => ({
          term,
          value: cleanOrNull(value),
          from,
          plusMinus,
        })),
      ),
      findings: s.findings,
    })),
    transitions: planned.transitions.map((t) => ({
      from: t.fromOp,
      to: t.toOp,
      says: t.facts.says,
      shift: t.shift.shift && perAxis((axis) => cleanOrNull(t.shift.shift?.[axis] ?? null)),
      terms: perAxis((axis) =>
        t.shift.terms
          .filter((term) => term.axis === axis)
          .map((term) => ({ term: term.says, value: clean(term.value) })),
      ),
      conditions: t.shift.conditions,
    })),
    ...(planned.turned ? { turned: turnedOutput(planned.turned) } : {}),
    findings: planned.findings,
  };
}

/** Numbers of a turned part. */
function turnedOutput({ turned, zero, backZero, ends, start, changes, account }: PlannedTurned): PlanOutput['turned'] {
  const told = (register: string, terms: readonly Term[] | null) => ({
    register,
    z: cleanOrNull(sumOfTerms(terms)),
    terms: (terms ?? []).map(({ term, value, from }) => ({ term, value: cleanOrNull(value), from })),
  });
  return {
    zeros: [
      told(turned.register, ends ? ends.first.zero : zero),
      ...(ends || backZero ? [told(turned.backRegister, ends ? ends.second.zero : backZero)] : []),
    ],
    start: cleanOrNull(start),
    changes: changes.map((c) => ({ at: clean(c.at), move: clean(c.move), shift: clean(c.shift) })),
    account: account && { moves: clean(account.moves), shifts: clean(account.shifts), partsMade: account.partsMade },
    shiftBetweenSides: ends ? clean(ends.shift) : null,
  };
}
