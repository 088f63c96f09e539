import { finding, type Finding, type Told } from '../../findings';
import type { ProveFacts } from '..';

/** A setup that removes nothing is either a mistake or only handles the part. */
export function cutsSomething(prove: ProveFacts, told: Told): Finding[] {
  if (prove.removedBox) return [];
  return [
    finding(told, 'prove/setup-removes-nothing', 'note', {
      says: 'This setup removes no material.',
      numbers: { lowestCutAboveBedMm: prove.lowestCut },
      because: 'Above its lowest cut there is nothing left but the finished part.',
      remedy: 'Cut deeper, turn another side up, or take the setup out of the route.',
    }),
  ];
}
