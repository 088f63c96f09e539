import { finding, type Finding, type Told } from '../../findings';
import { toolOfCut, type Setup } from '../../job';
import type { ProveFacts } from '..';

/** The tool that is named for a pocket or a bore must go into it. */
export function toolGoesIn({ cuts }: ProveFacts, setup: Setup, told: Told): Finding[] {
  return cuts.flatMap((cut) => {
    const tool = toolOfCut(cut, setup.tools);
    if (cut.toolGoesIn !== false || !tool) return [];
    return finding(told, 'cut/tool-does-not-go-in', 'stop', {
      says: `T${tool.number}, diameter ${told.speech.sizeWithUnit(tool.diameter!)}, does not go into what the cut "${cut.name}" clears.`,
      numbers: { diameterMm: tool.diameter! },
      because: 'It would cut into the part.',
      remedy: 'Name a smaller tool for this cut.',
    });
  });
}
