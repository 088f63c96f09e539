import { finding, type Finding, type Told } from '../../findings';
import { AXES, type Vec3 } from '../../frames';
import type { SeatFacts } from '..';

const WAYS = { x: ['right', 'left'], y: ['rear', 'front'], z: ['up', 'down'] } as const;
const END = { x: 'its left end', y: 'its front side', z: 'its underside' } as const;
const SMALL_MM = 1e-6;

/** "3.000 to the left and 2.000 up" */
export function wayInWords(by: Vec3, { speech }: Pick<Told, 'speech'>): string {
  return AXES.filter((a) => Math.abs(by[a]) > SMALL_MM)
    .map((a) => `${speech.sizeWithUnit(Math.abs(by[a]))} ${a === 'z' ? '' : 'to the '}${WAYS[a][by[a] > 0 ? 0 : 1]}`)
    .join(' and ');
}

/** A part that its locators would hold in two places must be laid as planned, not as it comes. */
export function onePlace(seat: SeatFacts, elsewhere: readonly Vec3[], told: Told): Finding[] {
  if (elsewhere.length === 0) return [];
  const [nearest] = elsewhere;
  const differ = AXES.filter((a) => Math.abs(nearest[a]) > SMALL_MM);
  const planned = differ
    .map((a) => `${END[a]} at ${a.toUpperCase()} ${told.speech.signed(seat.loadedBox.min[a])}`)
    .join(', ');
  return [
    finding(told, 'seat/seat-two-places', 'caution', {
      says: `The part can come to rest in ${elsewhere.length + 1} places. Planned: ${planned} of the device's datum. It would also be held ${wayInWords(nearest, told)} of there.`,
      numbers: { places: elsewhere.length + 1, x: nearest.x, y: nearest.y, z: nearest.z },
      because:
        'A step in the part can stand behind a locator as well as in front of it; the work zero holds for the planned place only.',
      remedy:
        'Move the stop, pins or parallels so that one place is left; or measure where the part lies on every part before it is cut.',
    }),
  ];
}
