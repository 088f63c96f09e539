import { determinacyOf, type Determinacy } from './determinacy';
import type { Lifts } from './lifts';
import type { LocatedBy, LocatorHere } from './locators';

/** What locates a part in a setup, and how well that decides where it lies. Device frame, mm. */
export interface Locating extends Determinacy {
  readonly locators: readonly LocatorHere[];
  readonly byHand: readonly ('x' | 'y')[];
  /** jaws close about an axis */
  readonly centers: boolean;
  /** what the part leaves when clamps are tightened one after another; left out: nothing */
  readonly lifts?: Lifts;
}

export const locatingOf = ({ locators, byHand }: LocatedBy): Locating => ({
  locators,
  byHand,
  centers: locators.some((l) => l.inwards !== undefined),
  ...determinacyOf(locators),
});
