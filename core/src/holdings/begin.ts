import type { HoldIn } from '../job';
import type { Family } from '../shop';
import type { Begun, Lying } from './types';

/**
 * How deep a new setup cuts: as deep as it is wanted, or as it may, then in whole steps.
 * @param deepest below the finished top, mm
 */
export const deepAs = ({ wanted, step }: Pick<Lying, 'wanted' | 'step'>, deepest: number): number =>
  Math.max(0, wanted <= deepest ? wanted : Math.floor(deepest / step + 1e-9) * step);

/** Where only the depth is begun. @param lowest what must not be cut, above what the part rests on, mm */
export const beginDepth = <F extends Family>(lying: Lying, lowest: number): Begun<F> => ({
  cutsBelowTop: deepAs(lying, lying.height - lowest),
  hold: (before: HoldIn<F>) => before,
  proposed: ['cuts'],
});
