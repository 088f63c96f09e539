import type { Direction } from '../frames';
import type { Window } from '../solid';

/**
 * Where nothing of the device covers the material that looks in a direction, device frame: there it can be touched
 * off.
 */
export type OpenTo = Readonly<Record<Direction, readonly Window[]>>;

export const FAR_MM = 1e6;

/** Everything above a height. */
export function openAbove(z: number): OpenTo {
  const above = [{ z: [z, FAR_MM] as const }];
  return { '-x': above, '+x': above, '-y': above, '+y': above, '-z': [], '+z': above };
}
