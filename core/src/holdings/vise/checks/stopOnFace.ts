import { findingOf, type Finding, type Told } from '../../../findings';
import { TOUCH_MM } from '../../../solid';
import type { SeatFacts } from '../../../seat';

/**
 * The stop is meant to meet a certain face; where it stands it may meet another one first. `faceLevel`: seated frame
 * along X, null when the face does not look at the stop.
 */
export function stopOnFace(
  seat: SeatFacts,
  face: { readonly name: string; readonly level: number | null } | null,
  told: Told,
): Finding[] {
  if (!face || !seat.x.touches) return [];
  const say = findingOf(told, 'seat/stop-meets-another-face');
  if (face.level === null) {
    return [
      say('stop', {
        says: `The stop is meant for ${face.name}, which does not look to the ${seat.x.faces === '-x' ? 'left' : 'right'} the way the part lies.`,
        numbers: {},
        because: 'A stop meets only faces that look at it.',
        remedy: 'Choose another face, or turn the part.',
      }),
    ];
  }
  const off = seat.x.seatedLevel - face.level;
  if (Math.abs(off) < TOUCH_MM) return [];
  return [
    say('stop', {
      says: `The stop meets something ${told.speech.sizeWithUnit(Math.abs(off))} before ${face.name}.`,
      numbers: { offMm: off },
      because: 'At the height and depth of the stop rod, other material lies in front of the face that is meant.',
      remedy:
        "Set the stop's height and its distance from the fixed jaw to where only that face is, or cut the material away first.",
    }),
  ];
}
