import type { DeviceOfKind } from '../../../shop';
import { many, steel } from '../../drawn';
import { inside, line, PLAIN, series, type FlatKind } from './kind';

/** T-slots along X. */
export const slotTable: FlatKind<DeviceOfKind<'T-slot table'>> = {
  ...PLAIN,
  marks: (d, { x, y }) =>
    inside(y, series(d.firstSlot, d.slotPitch, d.slotCount)).flatMap((v) =>
      [v - d.slotWidth / 2, v + d.slotWidth / 2].map((w) => line([x[0], w], [x[1], w])),
    ),
  picture: (d) =>
    many(d.firstSlot, d.slotPitch, d.firstSlot + (d.slotCount - 1) * d.slotPitch).map((y) =>
      steel(0, y - d.slotWidth / 2, d.width, y + d.slotWidth / 2),
    ),
};
