import type { Finding } from '../findings';
import type { Speech } from '../units';
import type { Room } from '.';

/** What a travel check has to say of points beyond the ends of the axes; null when all lie inside. */
export function overTravel(
  what: string,
  rooms: readonly Room[],
  speech: Speech,
): Pick<Finding, 'says' | 'numbers' | 'because' | 'remedy'> | null {
  const over = rooms.flatMap((room) => [
    ...(room.toMin !== null && room.toMin < -1e-6 ? [{ axis: room.axis, by: -room.toMin, end: 'minus' }] : []),
    ...(room.toMax < -1e-6 ? [{ axis: room.axis, by: -room.toMax, end: 'plus' }] : []),
  ]);
  if (over.length === 0) return null;
  return {
    says: `${what} the travel: ${over.map(({ axis, by, end }) => `${axis.toUpperCase()} by ${speech.sizeWithUnit(by)} at the ${end} end`).join(', ')}.`,
    numbers: Object.fromEntries(
      over.map(({ axis, by, end }) => [`${axis}${end === 'plus' ? 'Plus' : 'Minus'}OverMm`, by]),
    ),
    because: 'The machine stops at the end of the axis, or the control refuses the program.',
    remedy: over.some(({ axis }) => axis === 'z')
      ? 'Use a tool of another length, lay the part higher or lower, or use another station.'
      : 'Use a station further from that end, or move the part on the device.',
  };
}
