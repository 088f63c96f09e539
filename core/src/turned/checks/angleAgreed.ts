import { findingOf, type Finding, type Told } from '../../findings';
import type { PlannedTurned } from '../types';

/** A part with a flat or a cross hole is handed over at an angle: somebody has to say so. */
export function angleAgreed({ lathe, profile, turned }: PlannedTurned, told: Told): Finding[] {
  if (!lathe?.second || !profile) return [];
  const say = findingOf(told, 'turn/angle-not-agreed');
  const { crossed } = profile;
  if (turned.angle === 'not kept' || (turned.angle === null && crossed > 0))
    return [
      say('stop', {
        says: `The part has ${crossed} ${crossed === 1 ? 'face that does' : 'faces that do'} not go round, and no angle is agreed at the hand-over.`,
        numbers: { crossed },
        because:
          'Spindles that close at any angle leave flats and cross holes of both sides turned against each other.',
        remedy: 'Close the second spindle at an agreed angle and say so here, or say that it is not needed.',
      }),
    ].filter(() => crossed > 0);
  return [];
}
