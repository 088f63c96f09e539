import { holdingOf, indexInWords } from '../holdings';
import type { Shift, ShiftSide } from '../ledger';
import type { Speech } from '../units';
import { fields, type Graph } from './graph';
import type { PlannedSetup, PlannedTransition, SetupFacts } from './planned';
import { plannedTransitionStage, shiftStage, sideStage, transitionStage } from './stages/route';

const sideOf = (g: Graph, { setup, device }: PlannedSetup, { seat, ledger, register }: SetupFacts): ShiftSide =>
  g.run(sideStage, {
    setup: fields(g, setup, 'op', 'station', 'device', 'standsOn'),
    seat,
    ledger,
    register: g.same(register),
    kind: device!.kind,
    words: holdingOf(device!).words,
  });

/** What every shift of a plan hangs on besides its two setups. */
interface Said {
  readonly sizeTolerance: number;
  readonly speech: Speech;
}

function shift(g: Graph, from: PlannedSetup, to: PlannedSetup, { sizeTolerance, speech }: Said): Shift | null {
  if (!from.facts || !to.facts) return null;
  return g.run(shiftStage, { from: sideOf(g, from, from.facts), to: sideOf(g, to, to.facts), sizeTolerance, speech });
}

/** Shift of a setup's work zero from the first one's; null for the first, and where one of them has no device. */
export function fromFirst(g: Graph, first: PlannedSetup, setup: PlannedSetup, said: Said): Shift | null {
  return setup === first ? null : shift(g, first, setup, said);
}

/** From every setup to the next one, where both have a device. */
export function transitionsOf(g: Graph, setups: readonly PlannedSetup[], said: Said): PlannedTransition[] {
  return setups.slice(1).flatMap((to, i) => {
    const from = setups[i];
    const by = shift(g, from, to, said);
    if (!by || !from.facts || !to.facts) return [];
    const turns = g.same(to.indexed ? indexInWords(to.indexed) : null);
    const facts = g.run(transitionStage, { from: from.facts.seat, to: to.facts.seat, turns });
    const named = { fromId: from.id, toId: to.id, fromOp: from.op, toOp: to.op };
    return [g.run(plannedTransitionStage, { ...named, facts, shift: by })];
  });
}
