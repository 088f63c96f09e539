import type { FlatDevice } from '../../shop';
import { plateBetween, thinFloor, type BendingInput, type Span } from '../../hold/bending';
import { OWN_WEIGHT } from '../../hold/input';
import { flatKindOf } from './kinds';
import { podRing } from './suction';

/** Where a part that lies flat can give: between pods, between what presses it down, and its floor. */
export function spansOnFlat(input: BendingInput<'flat'>, device: FlatDevice): Span[] {
  const { hold, seat, setup, floorMm } = input;
  if (device.kind === 'support grid') return [];
  const thick = floorMm ?? seat.finishedBox.max.z - seat.finishedBox.min.z;
  const onPods =
    device.kind === 'vacuum pods'
      ? setup.hold.pods.map((p) => {
          const ring = podRing(device, p);
          const [xs, ys] = [ring.map((q) => q[0]), ring.map((q) => q[1])];
          return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
        })
      : [];
  if (onPods.length > 0)
    return plateBetween({ input, holders: onPods, thicknessMm: thick, way: 'up and down', where: 'between the pods' });
  // stuck or sucked down all over, nothing can lift
  if (hold.contacts.some((c) => c.kind === 'bond') || hold.forces.some((f) => f.name === flatKindOf(device).allOver))
    return [];
  const pressed = [
    ...hold.contacts
      .filter((c) => c.kind === 'clamp' && c.inward.z < -0.5)
      .map((c) => [c.patch.min.x, c.patch.min.y, c.patch.max.x, c.patch.max.y]),
    ...hold.forces.filter((f) => f.name !== OWN_WEIGHT && f.forceN.z < 0).map((f) => [f.at.x, f.at.y, f.at.x, f.at.y]),
  ];
  return [
    ...plateBetween({ input, holders: pressed, thicknessMm: thick, way: 'up', where: 'between what presses it down' }),
    ...thinFloor(input, 'up'),
  ];
}
