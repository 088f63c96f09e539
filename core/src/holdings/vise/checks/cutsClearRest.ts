import { finding, type Finding, type Told } from '../../../findings';
import type { ProveFacts } from '../../../prove';
import type { SeatFacts } from '../../../seat';

/** What is cut through within the part's outline goes on into what carries it. */
export function cutsClearRest({ cuts }: ProveFacts, { locators: { z } }: SeatFacts, told: Told): Finding[] {
  return cuts
    .filter((c) => !c.beside && c.removedBox && c.lowest < z.at - 1e-6)
    .map((c) =>
      finding(told, 'prove/cut-into-rest', 'caution', {
        says: `The cut "${c.name}" goes ${told.speech.sizeWithUnit(z.at - c.lowest)} below the underside of the part, where the ${z.name} and the vise are.`,
        numbers: { lowestMm: c.lowest, restMm: z.at },
        because: 'Where one of them lies under it, the tool runs into it.',
        remedy: 'Look that nothing lies under it, or cut less deep.',
      }),
    );
}
