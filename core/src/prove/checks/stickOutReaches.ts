import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { ProveFacts } from '..';

/** A tool must stick out of its holder at least as far as it goes below the top of the material. */
export function stickOutReaches(prove: ProveFacts, loadedTop: number, setup: Setup, told: Told): Finding[] {
  const depth = loadedTop - prove.lowestCut;
  if (prove.removedBox === null || depth <= 0) return [];
  const shortest = setup.tools.filter((t) => t.use !== 'other' && t.stickOut !== null && t.stickOut < depth - 1e-6);
  return shortest.map((t) =>
    finding(told, 'prove/stick-out-too-short', 'caution', {
      says: `T${t.number} sticks out ${told.speech.sizeWithUnit(t.stickOut ?? 0)}, but the lowest cut lies ${told.speech.sizeWithUnit(depth)} below the top of the material.`,
      numbers: { stickOutMm: t.stickOut ?? 0, depthMm: depth },
      because: 'If it goes all the way down, its holder comes to the material first.',
      remedy: `Let T${t.number} stick out further, or make sure it does not cut to the full depth beside standing material.`,
    }),
  );
}
