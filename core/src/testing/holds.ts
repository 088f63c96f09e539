import { isHoldIn, type HoldIn, type Setup } from '../job';
import type { Family } from '../shop';

/** How a setup of a test is held, which is in this family. Throws where it is not. */
export function held<F extends Family>(family: F, { hold }: Pick<Setup, 'hold'>): HoldIn<F> {
  if (!isHoldIn(family, hold))
    throw new Error(`a hold in the family ${family} was expected, not ${hold?.family ?? 'none'}`);
  return hold;
}
