import { axisOf, type Direction } from '../frames';
import type { Feature } from '../part';

/** The side that probably looks away from the spindle: an end of the largest round of a part; null: it has none. */
export function likelyFront(features: readonly Feature[]): Direction | null {
  const rounds = features.flatMap((f) => (f.kind === 'boss' ? [f] : []));
  const largest = rounds.reduce<(typeof rounds)[number] | null>((a, b) => (a && a.areaMm2 >= b.areaMm2 ? a : b), null);
  if (!largest) return null;
  const along = (['-x', '-y', '-z'] as const).find((d) => Math.abs(largest.axis[axisOf(d)]) > 1 - 1e-6);
  return along ?? null;
}
