import type { Vec3 } from '../frames';
import type { ShiftSide } from '../ledger';
import type { Setup } from '../job';
import type { Register } from '../shop';
import { pieceShift } from './pieces';
import type { PlannedJob, PlannedSetup, SetupFacts } from './planned';

/** Somebody who uses a register: a setup, or a further piece of it that has one of its own. */
export interface RegisterUse {
  /** "Op 10", "Op 10 piece 2" */
  readonly name: string;
  readonly op: number;
  /** 1: the setup itself */
  readonly piece: number;
  readonly setupId: string;
  readonly register: Register;
  /** null while no device is chosen */
  readonly facts: SetupFacts | null;
  readonly side: ShiftSide | null;
  /** a further piece: how far its zero is from the first one's; null for the first */
  readonly fromPiece1: Vec3 | null;
}

export function sideOf(planned: PlannedSetup, setup: Setup, facts: SetupFacts): ShiftSide {
  return { setup, seat: facts.seat, ledger: facts.ledger, kind: planned.device?.kind };
}

/** Every use of a register in a job, setup by setup, further pieces after the first. */
export function registerUses({ setups }: Pick<PlannedJob, 'setups'>): RegisterUse[] {
  return setups.flatMap((s): RegisterUse[] => [
    { name: `Op ${s.op}`, op: s.op, piece: 1, setupId: s.id, register: s.register, facts: s.facts, side: s.facts && sideOf(s, s.setup, s.facts), fromPiece1: null },
    ...s.pieces.flatMap((p): RegisterUse[] => (p.register === null ? [] : [{
      name: `Op ${s.op} piece ${p.number}`, op: s.op, piece: p.number, setupId: s.id, register: p.register, facts: p.facts, side: sideOf(s, p.setup, p.facts), fromPiece1: s.facts && pieceShift(s.facts, p.facts),
    }])),
  ]);
}
