import { findingOf, type Finding, type Told } from '../../findings';
import type { SeatFacts } from '..';

/** What hangs lower than the parallels or pods are high stands on the device beside them: they carry nothing. */
export function standsBeside(seat: SeatFacts, told: Told): Finding[] {
  const below = seat.standsBelow;
  if (!below) return [];
  const { speech } = told;
  const [name, bed] = [below.name, `the ${seat.locators.z.name}`];
  const say = findingOf(told, 'seat/part-stands-beside-rest');
  if (below.gap === null) {
    return [
      say('stop', {
        says: `Nothing of the part lies over the ${name}: it stands on ${bed}.`,
        numbers: {},
        because: `The ${name} carry nothing, and the part is not as high as they would hold it.`,
        remedy: `Put ${name} under the part, or lay it over them.`,
      }),
    ];
  }
  const higher = speech.sizeWithUnit(below.gap);
  return [
    say('stop', {
      says: `What hangs down stands on ${bed}: the ${name} stay ${higher} below the part and carry nothing.`,
      numbers: { gapMm: below.gap },
      because: `Between the ${name} the part reaches lower than they are high, so ${bed} carries it, and it tips.`,
      remedy: `Use ${name} at least ${higher} higher, or lay another face down.`,
    }),
  ];
}
