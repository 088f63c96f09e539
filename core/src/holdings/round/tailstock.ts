import type { SeatFacts } from '../../seat';
import type { RoundDevice } from '../../shop';

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
