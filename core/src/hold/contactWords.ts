import type { Speech } from '../units';
import type { HoldContact } from './types';

/** Less of a contact's extent than this really touches: it lies over hollows, or round a corner. */
const WHOLE = 0.98;

/**
 * A contact for a person: how the face comes, how deep it is held, and how much of that extent really bears.
 * "finished, 24.000 mm deep, 63 % of its extent bears"
 */
export function contactInWords({ areaMm2, surface, patch: { min, max } }: HoldContact, speech: Speech): string {
  const size = { x: max.x - min.x, y: max.y - min.y, z: max.z - min.z };
  const [a, b] = (['x', 'y', 'z'] as const).map((axis) => size[axis]).sort((p, q) => q - p);
  const share = a * b > 0 ? areaMm2 / (a * b) : 1;
  return [
    ...(surface ? [surface] : []),
    ...(size.z > 0.01 && Math.min(size.x, size.y) < 1e-9 ? [`${speech.sizeWithUnit(size.z)} deep`] : []),
    ...(areaMm2 > 0 && share < WHOLE ? [`${Math.round(share * 100)} % of its extent bears`] : []),
  ].join(', ');
}
