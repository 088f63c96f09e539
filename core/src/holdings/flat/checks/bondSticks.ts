import { finding, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';

/** Tape and glue must be chosen, and not get so warm that nothing is left of them. */
export function bondSticks(hold: HoldFacts, told: Told): Finding[] {
  return hold.trouble.flatMap((t): Finding[] => {
    if (t.kind === 'bond-not-chosen') {
      return [
        finding(told, 'hold/bond-missing', 'stop', {
          says: 'The tape or adhesive is not in the shop.',
          numbers: {},
          because: 'Its strength is not known.',
          remedy: 'Choose one in the section Hold, or add it on the Shop page.',
        }),
      ];
    }
    if (t.kind !== 'bond-too-warm') return [];
    return [
      finding(told, 'hold/bond-too-warm', 'stop', {
        says: `At ${t.at} °C nothing is left of the bond: it lets go at ${t.noneAt} °C.`,
        numbers: { temperatureC: t.at, noneAtC: t.noneAt },
        because: 'Cutting warms the part, and the bond with it.',
        remedy: 'Cool, cut more lightly, or take a bond for higher temperatures.',
      }),
    ];
  });
}
