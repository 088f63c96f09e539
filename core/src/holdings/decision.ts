import type { Axis, Vec3 } from '../frames';
import { isHoldIn, type HoldIn, type Setup } from '../job';
import type { Family } from '../shop';

/** A place a decision is drawn to when the pointer comes near: the edge of a slot, a hole, the middle. */
export interface Snap {
  readonly mm: number;
  readonly says: string;
}

/**
 * One number the planner decides, where it stands in the drawings: there it is dragged, nudged and typed. Device frame,
 * mm. `S` is what it changes.
 */
export interface Decision<S = Setup> {
  readonly id: string;
  /** what is taken hold of: a pod has a decision along X and one along Y, and both follow the pointer */
  readonly item: string;
  /** what is taken hold of, in words */
  readonly thing: string;
  readonly name: string;
  /** along which device axis it is moved */
  readonly axis: Axis;
  readonly mm: number;
  /** the device coordinate is `from + way · mm` */
  readonly from: number;
  readonly way: 1 | -1;
  /** where it is taken hold of */
  readonly at: Vec3;
  readonly least: number;
  readonly most: number;
  /** a coordinate is written with its sign, a size without */
  readonly signed: boolean;
  readonly snaps: readonly Snap[];
  /** the dimension in the drawings that shows it; empty: none does */
  readonly measures: string;
  /** the number in a setup as it is now; null: the setup is held in another way by now */
  readonly get: (of: S) => number | null;
  readonly set: (of: S, mm: number) => S;
}

/** A change of the hold as one of its setup; none where the setup is held in another way by now. */
export const inHold =
  <F extends Family>(family: F, change: (hold: HoldIn<F>) => HoldIn<F>) =>
  (setup: Setup): Setup =>
    isHoldIn(family, setup.hold) ? { ...setup, hold: change(setup.hold) } : setup;

/** A number of a hold, read and written. */
export const numberIn = <F extends Family>(
  family: F,
  get: (hold: HoldIn<F>) => number | undefined,
  set: (hold: HoldIn<F>, mm: number) => HoldIn<F>,
): Pick<Decision, 'get' | 'set'> => ({
  get: ({ hold }) => (isHoldIn(family, hold) ? (get(hold) ?? null) : null),
  set: (setup, mm) => inHold(family, (h) => set(h, mm))(setup),
});

/**
 * The value a pointer means: the nearest snap within reach, else a whole step; within what is allowed.
 * @param mm where the pointer is; reach: how far a snap draws, mm; step: 0 for none, mm
 */
export function snapped(
  { snaps, least, most }: Pick<Decision, 'snaps' | 'least' | 'most'>,
  mm: number,
  { reach, step }: { reach: number; step: number },
): { readonly mm: number; readonly says: string | null } {
  const within = (v: number) => Math.min(most, Math.max(least, v));
  const near = snaps.reduce<Snap | null>(
    (best, s) => (Math.abs(s.mm - mm) <= reach && (!best || Math.abs(s.mm - mm) < Math.abs(best.mm - mm)) ? s : best),
    null,
  );
  if (near && near.mm >= least && near.mm <= most) return { mm: near.mm, says: near.says };
  return { mm: within(step > 0 ? Math.round(mm / step) * step : mm), says: null };
}
