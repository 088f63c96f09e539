import type { SeatFacts } from '../../seat';
import { isHoldIn, type Hold } from '../../job';
import type { Device, RoundDevice } from '../../shop';

/**
 * Where the tip of the tailstock centre comes to stand: the part's end less what the centre reaches in, counted from
 * the face of the chuck, and the same on the machine's scale (common practice, no source). mm; null: no scale, or no
 * rotary axis.
 */
export function tailstockAt(
  device: RoundDevice,
  { loadedBox }: Pick<SeatFacts, 'loadedBox'>,
): { readonly tip: number; readonly onScale: number | null } | null {
  if (device.kind !== 'rotary axis') return null;
  const tip = loadedBox.max.x - device.centreReach;
  return { tip, onScale: device.tailstockMark === null ? null : device.tailstockMark + tip };
}

/** Height of the axis above the base where a part goes between two centers, mm; null: it does not. */
export const betweenCenters = (device: Device, hold: Hold): number | null =>
  device.kind === 'rotary axis' && isHoldIn('round', hold) && hold.tailstock ? device.centreHeight : null;
