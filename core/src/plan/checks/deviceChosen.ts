import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { Device } from '../../shop';

/** Without a device there is no seat, no grip and no work zero; none is guessed. */
export function deviceChosen(setup: Setup, device: Device | null, told: Told): Finding[] {
  if (device) return [];
  return [finding(told, 'device-missing', 'hold')('stop', {
    says: setup.device === null ? 'No device is chosen to hold the part.' : `The device "${setup.device}" is not in the shop.`,
    numbers: {}, because: 'Seat, hold and work zero need it.', remedy: 'Choose one in the section Hold, or add it on the Shop page.',
  })];
}
