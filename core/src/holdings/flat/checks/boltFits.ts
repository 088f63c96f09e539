import { finding, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';
import { capital } from '../../../units';

/** A strap's bolt must come up through a slot or hole that is there and takes it. */
export function boltFits(hold: HoldFacts, told: Told): Finding[] {
  return hold.trouble.flatMap((t): Finding[] => {
    if (t.kind === 'bolt-misses') {
      return [
        finding(told, 'hold/bolt-beside-slot', 'stop', {
          says: `The bolt of ${t.name} stands ${told.speech.sizeWithUnit(t.offMm)} beside ${t.nearest}.`,
          numbers: { offMm: t.offMm },
          because: 'There is nothing to bolt it to.',
          remedy: 'Change the distance from the part to the bolt, or move the strap.',
        }),
      ];
    }
    if (t.kind !== 'bolt-does-not-fit') return [];
    return [
      finding(told, 'hold/bolt-does-not-fit', 'stop', {
        says: `${capital(t.name)} has an M${t.threadMm} bolt; ${t.slotMm === t.wants ? `the tapped holes are M${t.slotMm}` : `the ${t.slotMm} slots take M${t.wants} (ISO 299)`}.`,
        numbers: { threadMm: t.threadMm, slotMm: t.slotMm },
        because: 'A smaller bolt pulls out of the slot, a larger one does not go in.',
        remedy: 'Choose a strap with the bolt that fits.',
      }),
    ];
  });
}
