import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';
import type { CutOn, ProveFacts } from '..';

/** The lowest cut a tool may make: of its own ones, else of those no tool is named for. null: none. */
function lowestFor(id: string, { cuts }: ProveFacts): CutOn | null {
  const own = cuts.filter((c) => c.tool === id);
  const may = (own.length > 0 ? own : cuts.filter((c) => c.tool === null)).filter((c) => c.removedBox !== null);
  return may.reduce<CutOn | null>((a, b) => (a && a.lowest <= b.lowest ? a : b), null);
}

/** A tool must stick out of its holder at least as far as it goes below the top of the material. */
export function stickOutReaches(prove: ProveFacts, loadedTop: number, setup: Setup, told: Told): Finding[] {
  return setup.tools.flatMap((t) => {
    const cut = lowestFor(t.id, prove);
    const depth = cut ? loadedTop - cut.lowest : 0;
    if (t.use === 'other' || t.stickOut === null || t.stickOut >= depth - 1e-6) return [];
    const which = prove.cuts.length > 1 ? `the cut "${cut!.name}" made with it` : 'the lowest cut';
    return finding(told, 'prove/stick-out-too-short', 'caution', {
      says: `T${t.number} sticks out ${told.speech.sizeWithUnit(t.stickOut)}, but ${which} lies ${told.speech.sizeWithUnit(depth)} below the top of the material.`,
      numbers: { stickOutMm: t.stickOut, depthMm: depth },
      because: 'If it goes all the way down, its holder comes to the material first.',
      remedy: `Let T${t.number} stick out further, or make sure it does not cut to the full depth beside standing material.`,
    });
  });
}
