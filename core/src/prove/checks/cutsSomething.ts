import { finding, type Finding, type Told } from '../../findings';
import type { ProveFacts } from '..';

/** A setup or a cut that removes nothing is either a mistake, or the setup only handles the part. */
export function cutsSomething(prove: ProveFacts, told: Told): Finding[] {
  if (prove.removedBox)
    return prove.cuts.flatMap((cut) =>
      cut.removedBox
        ? []
        : finding(told, 'cut/cut-removes-nothing', 'note', {
            says: `The cut "${cut.name}" removes no material.`,
            numbers: { lowestMm: cut.lowest },
            because:
              'Above its depth nothing is left there: other cuts before it have taken it, or it is not deep enough.',
            remedy: 'Cut deeper, move it before the others, or take the cut out.',
          }),
    );
  return [
    finding(told, 'prove/setup-removes-nothing', 'note', {
      says: 'This setup removes no material.',
      numbers: { lowestCutAboveBedMm: prove.lowestCut },
      because: 'Above its lowest cut there is nothing left but the finished part.',
      remedy: 'Cut deeper, turn another side up, or take the setup out of the route.',
    }),
  ];
}
