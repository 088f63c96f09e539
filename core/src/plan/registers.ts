import { AXES, rotate, rotationOf, type Vec3 } from '../frames';
import type { Ledger, ShiftSide } from '../ledger';
import type { Setup } from '../job';
import { holdingOf } from '../holdings';
import type { Device, Register } from '../shop';
import { pieceShift } from './pieces';
import type { PlannedJob, PlannedSetup, SetupFacts } from './planned';

/** Somebody who uses a register: a setup, the next copy of it or a further piece that has one of its own. */
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

const calledOf = (device: Device | null): Pick<ShiftSide, 'kind' | 'words'> =>
  device ? { kind: device.kind, words: holdingOf(device).words } : {};

export function sideOf(planned: PlannedSetup, setup: Setup, facts: SetupFacts): ShiftSide {
  return { setup, seat: facts.seat, ledger: facts.ledger, register: facts.register, ...calledOf(planned.device) };
}

/**
 * The facts of a setup as the next copy from the same blank has them: everything moved by the distance of the copies,
 * machine axes.
 */
function copyFacts(facts: SetupFacts, by: Vec3, copy: number): SetupFacts {
  const { zero, register, ledger } = facts;
  const moved = (v: Vec3): Vec3 => ({ x: v.x + by.x, y: v.y + by.y, z: v.z + by.z });
  const line = (axis: 'x' | 'y' | 'z'): Ledger['x'] =>
    ledger[axis].length === 0
      ? []
      : [
          ...ledger[axis],
          {
            key: 'copy',
            term: `to copy ${copy}`,
            value: by[axis],
            source: 'computed',
            from: 'distance of the copies in the blank',
            plusMinus: 0,
          },
        ];
  return {
    ...facts,
    ledger: { x: line('x'), y: line('y'), z: line('z') },
    zero: {
      ...zero,
      inDevice: moved(zero.inDevice),
      shiftedInDevice: moved(zero.shiftedInDevice),
      inMachine: zero.inMachine && moved(zero.inMachine),
    },
    register: Object.fromEntries(
      AXES.map((a) => {
        const v = register[a];
        return [a, v === null ? null : v + by[a]];
      }),
    ) as SetupFacts['register'],
  };
}

/** The second copy of a setup, if it has a register of its own. */
function nextCopy({ setup, facts, op, id, device }: PlannedSetup, blank: PlannedJob['blank']): RegisterUse[] {
  const copy = blank.copies[1];
  if (!setup.nextCopy || !copy || !facts) return [];
  const by = rotate(rotationOf(setup.orientation), copy.by);
  const moved = copyFacts(facts, by, copy.number);
  return [
    {
      name: `Op ${op} copy ${copy.number}`,
      op,
      piece: copy.number,
      setupId: id,
      register: setup.nextCopy,
      facts: moved,
      side: { setup, seat: moved.seat, ledger: moved.ledger, register: moved.register, ...calledOf(device) },
      fromPiece1: by,
    },
  ];
}

/** Every use of a register in a job, setup by setup, the next copy and further pieces after the first. */
export function registerUses({ setups, blank }: Pick<PlannedJob, 'setups' | 'blank'>): RegisterUse[] {
  return setups.flatMap((s): RegisterUse[] => [
    {
      name: `Op ${s.op}`,
      op: s.op,
      piece: 1,
      setupId: s.id,
      register: s.register,
      facts: s.facts,
      side: s.facts && sideOf(s, s.setup, s.facts),
      fromPiece1: null,
    },
    ...nextCopy(s, blank),
    ...s.pieces.flatMap((p): RegisterUse[] =>
      p.register === null
        ? []
        : [
            {
              name: `Op ${s.op} piece ${p.number}`,
              op: s.op,
              piece: p.number,
              setupId: s.id,
              register: p.register,
              facts: p.facts,
              side: sideOf(s, p.setup, p.facts),
              fromPiece1: s.facts && pieceShift(s.facts, p.facts),
            },
          ],
    ),
  ]);
}
