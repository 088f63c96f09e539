import { holdingOf } from '../holdings';
import type { Scene } from '../scene';
import type { Device } from '../shop';

/**
 * A device of the shop by itself, true to scale: vise from its end, flat devices from above, round ones cut along the
 * axis.
 */
export function deviceScene(device: Device): Scene {
  const { says, shapes } = holdingOf(device).picture(device);
  return { title: `${device.name}${says}`, shapes };
}
