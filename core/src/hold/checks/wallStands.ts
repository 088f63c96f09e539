import { finding, type Finding, type Told } from '../../findings';
import type { WorkMaterial } from '../../shop';
import type { WallUnderLoad } from '../types';

/** More give than this shows in the finished size (common practice, no source). */
export const GIVES_MM = 0.02;

/** "Snug is enough": too much force on a thin wall bends it. */
export function wallStands(wall: WallUnderLoad | null, material: WorkMaterial | null, told: Told): Finding[] {
  if (!wall || !material || (wall.deflectionMm <= GIVES_MM && wall.stressMPa <= material.yieldMPa / 2)) return [];
  const { speech } = told;
  return [
    finding(told, 'hold/wall-bends', wall.stressMPa > material.yieldMPa ? 'stop' : 'caution', {
      says: `A wall ${speech.sizeWithUnit(wall.thicknessMm)} thick ${wall.stands === 'from its floor' ? `that stands ${speech.sizeWithUnit(wall.spanMm)} up from its floor` : wall.stands === 'from one end' ? `that reaches out ${speech.sizeWithUnit(wall.spanMm)} from one end` : `over ${speech.sizeWithUnit(wall.spanMm)}`} gives ${speech.sizeWithUnit(wall.deflectionMm)} under the force; ${Math.round(wall.stressMPa)} of ${material.yieldMPa} N/mm² it stands.`,
      numbers: {
        thicknessMm: wall.thicknessMm,
        spanMm: wall.spanMm,
        deflectionMm: wall.deflectionMm,
        stressMPa: wall.stressMPa,
        yieldMPa: material.yieldMPa,
      },
      because: 'The part is cut while it is bent, and springs back out of shape when it is let go.',
      remedy: 'Snug is enough: hold with less force, fill or plug the hollow, or grip where it is solid.',
    }),
  ];
}
