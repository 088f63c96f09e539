import type { HoldFacts } from './types';

/** Nothing of the device lies under the part: a part along a rotary axis hangs free between its ends. */
export const hangsFree = ({ z }: Pick<HoldFacts['top'], 'z'>): boolean => z < -1e8;

/** Why no cut is measured against what stands there. */
export const noTopInWords = (top: HoldFacts['top']): string =>
  hangsFree(top)
    ? 'Nothing of the device lies under the part'
    : `No cut comes beside the part, where the ${top.name} stand`;
