import type { SeatedEdge } from '../../edgePins';
import type { SetupIn } from '../../job';
import type { FlatDevice } from '../../shop';
import type { Placed } from '../types';
import { against } from './against';
import { hasHoles } from './anchor';
import { LOCATED_SIDE } from './seat';

/** Edge pins and pods, where they are set by position: rows of pins on a plate stand in its holes. Device frame. */
export function placedOnFlat(device: FlatDevice, { hold }: SetupIn<'flat'>, edge: SeatedEdge | null): Placed[] {
  const r = hold.pinDiameter / 2;
  const alongEdge = (edge?.pins ?? []).flatMap(({ name, stands }): Placed[] =>
    stands ? [{ name, ...stands.center, top: hold.pinHeight, across: 2 * r }] : [],
  );
  const rows = hasHoles(device)
    ? []
    : (['y', 'x'] as const).flatMap((axis) => {
        const { side, at, pins: places } = hold[axis];
        if (against(hold, axis) !== 'pins') return [];
        const center = at + (LOCATED_SIDE[side][0] === '+' ? 1 : -1) * r;
        return places.map((along, i): Placed => ({
          name: places.length === 1 ? `${side} pin` : `${side} pin ${i + 1}`,
          x: axis === 'x' ? center : along,
          y: axis === 'x' ? along : center,
          top: hold.pinHeight,
          across: 2 * r,
        }));
      });
  const pins = [...alongEdge, ...rows];
  if (device.kind !== 'vacuum pods') return pins;
  const pods = hold.pods.map((p, i): Placed => ({
    name: `pod ${i + 1}`,
    x: p.x + device.podWidth / 2,
    y: p.y + device.podDepth / 2,
    top: device.podHeight,
    across: null,
  }));
  return [...pods, ...pins];
}
