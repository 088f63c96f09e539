import { shiftBetween, type Shift, type ShiftBetween, type ShiftSide } from '../../ledger';
import type { SeatFacts } from '../../seat';
import type { Machine } from '../../shop';
import { describeTransition, type TransitionFacts } from '../../transition';
import type { Speech } from '../../units';
import type { Stage } from '../graph';
import type { PlannedSetup, PlannedTransition } from '../planned';
import { safeMoves, type SafeMoves } from '../safe';

/** `turns`: what turns the part where no hand does; null: hands do. */
interface TransitionInputs {
  from: SeatFacts;
  to: SeatFacts;
  turns: string | null;
}
export const transitionStage: Stage<TransitionInputs, TransitionFacts> = {
  name: 'transition',
  compute: ({ from, to, turns }) => {
    const described = describeTransition(from, to);
    return turns === null ? described : { ...described, moves: [], says: turns };
  },
};

/** One side of a shift, the same while nothing of it is another. */
export const sideStage: Stage<{ [K in keyof ShiftSide]-?: ShiftSide[K] }, ShiftSide> = {
  name: 'side of a shift',
  compute: (side) => side,
};

export const shiftStage: Stage<{ from: ShiftSide; to: ShiftSide } & Required<ShiftBetween>, Shift> = {
  name: 'shift',
  compute: ({ from, to, ...between }) => shiftBetween(from, to, between),
};

/** Safe moves of every setup: setups on other stations stand on the table as well. */
interface SafeInputs {
  setups: readonly PlannedSetup[];
  machine: Machine | null;
  speech: Speech;
}
export const safeStage: Stage<SafeInputs, SafeMoves> = {
  name: 'safe moves',
  compute: ({ setups, machine, speech }) => safeMoves(setups, machine, (s) => ({ setupId: s.id, op: s.op, speech })),
};

/** A transition, the same while nothing of it is another. */
export const plannedTransitionStage: Stage<PlannedTransition, PlannedTransition> = {
  name: 'planned transition',
  compute: (transition) => transition,
};
