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

/** Upright corners of a pocket are no tighter than the tool named for it; sharp ones stay with every tool. */
export function cornersFitTool({ cuts }: ProveFacts, setup: Setup, told: Told): Finding[] {
  return cuts.flatMap((cut) => {
    const { name, tightestMm: corner } = cut;
    const tool = toolOfCut(cut, setup.tools);
    const radius = tool?.use === 'milling' && tool.diameter !== null ? tool.diameter / 2 : null;
    if (corner === null || cut.toolGoesIn === false || (corner > 0 && (radius ?? 0) <= corner + 1e-6)) return [];
    const says =
      corner > 0
        ? `The cut "${name}" has corners of R${told.speech.size(corner)}; T${tool!.number}, radius ${told.speech.size(radius!)}, leaves material there.`
        : `The cut "${name}" has sharp upright corners: every round cutter leaves material there.`;
    return finding(told, 'cut/pocket-corner-tighter-than-tool', 'caution', {
      says,
      numbers: { cornerMm: corner, ...(radius === null ? {} : { toolRadiusMm: radius }) },
      because: 'What is left is drawn as if the corners were cut out.',
      remedy:
        corner > 0
          ? 'Name a smaller tool for this cut, or one more for its corners.'
          : 'Ask whether they may be round.',
    });
  });
}
