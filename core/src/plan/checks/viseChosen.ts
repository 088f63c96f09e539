import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { Vise } from '../../shop';

/** Without a vise there is no seat, no grip and no work zero; none is guessed. */
export function viseChosen(setup: Setup, vise: Vise | null, told: Told): Finding[] {
  if (vise) return [];
  return [finding(told, 'vise-missing', 'hold')('stop', {
    says: setup.vise === null ? 'No vise is chosen.' : `The vise "${setup.vise}" is not in the shop.`,
    numbers: {}, because: 'Seat, grip and work zero need the vise.', remedy: 'Choose a vise in the section Hold, or add it on the Shop page.',
  })];
}
