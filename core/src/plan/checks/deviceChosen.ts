import { finding, type Finding, type Told } from '../../findings';
import { isHeldOn, type Setup } from '../../job';
import type { Device } from '../../shop';

/** Without a device, and without what it is told to do, there is no seat, no grip and no work zero; none is guessed. */
export function deviceChosen(setup: Setup, device: Device | null, told: Told): Finding[] {
  if (device && isHeldOn(setup, device)) return [];
  if (device) {
    return [
      finding(told, 'hold/hold-missing', 'stop', {
        says: `How ${device.name} holds the part is not told${setup.hold ? ': what is entered is for another kind of device' : ''}.`,
        numbers: {},
        because: 'Seat, hold and work zero need it.',
        remedy: `Start anew for the ${device.kind} in the section Hold.`,
      }),
    ];
  }
  return [
    finding(told, 'hold/device-missing', 'stop', {
      says:
        setup.device === null
          ? 'No device is chosen to hold the part.'
          : `The device "${setup.device}" is not in the shop.`,
      numbers: {},
      because: 'Seat, hold and work zero need it.',
      remedy: 'Choose one in the section Hold, or add it on the Shop page.',
    }),
  ];
}
