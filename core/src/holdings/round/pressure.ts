import { GIVES_MM } from '../../hold/checks/wallStands';
import type { HoldOf } from '../../hold/input';
import type { Figure, WallUnderLoad } from '../../hold/types';
import type { RoundDevice } from '../../shop';
import type { Speech } from '../../units';

/** ", 4.5 bar": the pressure a force wants; empty where no pressure closes it, or that is not known. */
export const atPressure = (forceN: number, atOneBarN: number | null, speech: Speech): string =>
  atOneBarN === null || atOneBarN <= 0 ? '' : `, ${speech.pressure(forceN / atOneBarN)}`;

/**
 * The most force a wall takes: half of what it yields at, and no more give than shows; both grow with the force.
 * @returns N, all jaws together; null: nothing is known of the material
 */
export function mostForceN(
  forceN: number,
  { stressMPa, deflectionMm }: WallUnderLoad,
  yieldMPa: number | undefined,
): number | null {
  if (yieldMPa === undefined || forceN <= 0) return null;
  const share = Math.min(yieldMPa / 2 / stressMPa, GIVES_MM / deflectionMm);
  return Number.isFinite(share) ? forceN * share : null;
}

/** Pressures of chuck and tailstock, and the most the wall of a hollow part takes. */
export function pressureRows(
  { device, setup, material, speech }: Pick<HoldOf<RoundDevice>, 'device' | 'setup' | 'material' | 'speech'>,
  forceN: number,
  wall: WallUnderLoad | null,
): Figure[] {
  const most = wall && mostForceN(forceN, wall, material?.yieldMPa);
  const chuck = atPressure(forceN, device.forceAtOneBarN, speech);
  const isTailed = device.kind === 'rotary axis' && setup.hold.tailstock;
  return [
    ...(chuck ? [{ label: 'Pressure of the chuck', value: chuck.slice(2) }] : []),
    ...(most === null
      ? []
      : [
          {
            label: 'The wall takes at most',
            value: `${speech.force(most)}${atPressure(most, device.forceAtOneBarN, speech)}`,
          },
        ]),
    ...(isTailed
      ? [
          {
            label: 'Tailstock',
            value: `${speech.force(device.tailstockForceN)}${atPressure(device.tailstockForceN, device.tailstockAtOneBarN, speech)}`,
          },
        ]
      : []),
  ];
}
