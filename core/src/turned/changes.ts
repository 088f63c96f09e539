import type { Turned } from '../job';
import { decimals, toUnits, fromUnits, type Units } from '../units';
import { planGrips, type Grips, type KeptClear } from './grips';
import type { BarHere, OnLathe, PlannedChange } from './types';

/** A length as the control can be told it: what is shifted in steps of that adds up to nothing again. */
export function asTold(mm: number, units: Units): number {
  const per = 10 ** decimals(units);
  return fromUnits(Math.round(toUnits(mm, units) * per) / per, units);
}

/** The nearest place the control can be told that lies between two ends: rounding never leads out of a travel. */
export function toldWithin(
  mm: number,
  { min, max }: { readonly min: number; readonly max: number },
  units: Units,
): number {
  const step = fromUnits(10 ** -decimals(units), units);
  const told = asTold(mm, units);
  if (told > max) return told - step;
  return told < min ? told + step : told;
}

/** Where no change may be, from the raw end of the bar: what the planner keeps clear, and what the front needs. */
export function keptClearOf(turned: Turned, { face }: BarHere, room: number): KeptClear[] {
  return [
    { from: 0, to: face + turned.grip + room, why: 'the second spindle has no room to grip the front' },
    ...turned.keptClear
      .filter((z) => z.to > z.from)
      .map(({ from, to, why }) => ({ from: from + face, to: to + face, why: why || 'kept clear' })),
  ];
}

/** The usable stroke of the main spindle. */
export const strokeOf = ({ machine }: Pick<OnLathe, 'machine'>): number => machine.travel.z.max - machine.travel.z.min;

/** The plan of grips as proposed. */
export function proposeGrips(on: OnLathe): Grips {
  const { turned, bar, second } = on;
  return planGrips({
    needed: bar.needed,
    stroke: strokeOf(on),
    keptClear: keptClearOf(turned, bar, second?.room ?? 0),
  });
}

/**
 * Where the main spindle grips anew: as the planner has put it, or as proposed. A move brings it back to where the
 * section began unless the program has another; a shift is the same as its move unless the program has another.
 */
export function changesOf({ turned, bar }: OnLathe, grips: Grips, units: Units): PlannedChange[] {
  const entered =
    turned.changes ??
    (grips.best?.changes ?? []).map((c, i) => ({
      ...{ id: `change-${i + 1}`, at: c - bar.face, move: null, shift: null },
    }));
  // every number as the control can be told it: then shifts that were rounded are taken back to the last digit
  const sorted = entered.map((c) => ({ ...c, at: asTold(c.at, units) })).sort((a, b) => a.at - b.at);
  return sorted.map((c, i): PlannedChange => {
    const plannedMove = c.at - (sorted[i - 1]?.at ?? -bar.face);
    const move = c.move === null ? plannedMove : asTold(c.move, units);
    const shift = c.shift === null ? move : asTold(c.shift, units);
    return { ...{ id: c.id, at: c.at, move, plannedMove, shift }, isTyped: turned.changes !== null };
  });
}
