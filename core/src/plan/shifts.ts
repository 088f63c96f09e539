import { holdingOf, indexInWords } from '../holdings';
import type { Shift, ShiftBetween, ShiftSide } from '../ledger';
import { fields, type Graph } from './graph';
import type { PlannedSetup, PlannedTransition, SetupFacts } from './planned';
import { takenOffBetween, viseOf } from './standing';
import { plannedTransitionStage, shiftStage, sideStage, transitionStage } from './stages/route';

const sideOf = (g: Graph, planned: PlannedSetup, { seat, ledger, register }: SetupFacts): ShiftSide =>
  g.run(sideStage, {
    setup: fields(g, planned.setup, 'op', 'station', 'device', 'standsOn'),
    seat,
    ledger,
    register: g.same(register),
    kind: planned.device!.kind,
    words: holdingOf(planned.device!).words,
    vise: viseOf(planned),
  });

/** What every shift of a plan hangs on besides its two setups. */
type Said = Pick<ShiftBetween, 'sizeTolerance' | 'speech'>;

function shift(
  g: Graph,
  from: PlannedSetup,
  to: PlannedSetup,
  { sizeTolerance, speech, takenOffIn }: Said & { takenOffIn: number | null },
): Shift | null {
  if (!from.facts || !to.facts) return null;
  const sides = { from: sideOf(g, from, from.facts), to: sideOf(g, to, to.facts) };
  return g.run(shiftStage, { ...sides, sizeTolerance, speech, takenOffIn });
}

/** Shift of a setup's work zero from the first one's; null for the first, and where one of them has no device. */
export function fromFirst(g: Graph, setups: readonly PlannedSetup[], setup: PlannedSetup, said: Said): Shift | null {
  const [first] = setups;
  return setup === first
    ? null
    : shift(g, first, setup, { ...said, takenOffIn: takenOffBetween(setups, first, setup) });
}

/** From every setup to the next one, where both have a device. */
export function transitionsOf(g: Graph, setups: readonly PlannedSetup[], said: Said): PlannedTransition[] {
  return setups.slice(1).flatMap((to, i) => {
    const from = setups[i];
    const by = shift(g, from, to, { ...said, takenOffIn: null });
    if (!by || !from.facts || !to.facts) return [];
    const turns = g.same(to.indexed ? indexInWords(to.indexed) : null);
    const facts = g.run(transitionStage, { from: from.facts.seat, to: to.facts.seat, turns });
    const named = { fromId: from.id, toId: to.id, fromOp: from.op, toOp: to.op };
    return [g.run(plannedTransitionStage, { ...named, facts, shift: by })];
  });
}
