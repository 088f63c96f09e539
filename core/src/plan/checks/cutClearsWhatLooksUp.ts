import type { Setup } from '../../job';
import { finding, type Finding, type Told } from '../../findings';
import { looksUp, PART_SIDE } from '../../part';
import type { CutFacts } from '../../prove';
import type { FeaturesHere } from '../features';

/** A cut that clears some faces and bores names at least one, and each of them can be reached from above. */
export function cutClearsWhatLooksUp(
  setup: Setup,
  cuts: readonly CutFacts[],
  here: FeaturesHere,
  told: Told,
): Finding[] {
  const { up } = setup.orientation;
  return setup.cuts.flatMap((cut, i): Finding[] => {
    if (cut.clears !== 'features') return [];
    if (cut.features.length === 0)
      return [
        finding(told, 'cut/cut-clears-nothing-chosen', 'stop', {
          says: `The cut "${cuts[i].name}" clears chosen faces and bores, but none is chosen.`,
          numbers: {},
          because: 'It takes nothing away, so what is left after it is wrong.',
          remedy: 'Choose what it clears, let it clear everything, or take the cut out.',
        }),
      ];
    const astray = cut.features.filter((id) => {
      const feature = here[id]?.feature ?? null;
      return feature !== null && !looksUp(feature, up);
    });
    return astray.map((id) =>
      finding(told, 'cut/cut-cannot-reach', 'stop', {
        says: `The cut "${cuts[i].name}" is to clear ${here[id].name}, which cannot be reached from above with the ${PART_SIDE[up]} up.`,
        numbers: {},
        because: 'Only faces that look up and bores along the spindle can be cut here; it stays as it is.',
        remedy: 'Clear it in a setup in which it looks up, or take it out of this cut.',
      }),
    );
  });
}
