import { finding, type Finding, type Told } from '../../findings';
import type { SeatFacts } from '..';

/** What hangs lower than the parallels or pods are high stands on the device beside them: they carry nothing. */
export function standsBeside(seat: SeatFacts, told: Told): Finding[] {
  const below = seat.standsBelow;
  if (!below) return [];
  const { speech } = told;
  const [name, bed] = [`the ${below.name}`, seat.locators.z.name];
  const gap = below.gap === null ? `nothing of it lies over ${name}` : `${name} stay ${speech.sizeWithUnit(below.gap)} below it`;
  return [finding(told, 'part-stands-beside-rest', 'seat')('stop', {
    says: `What hangs down stands on the ${bed}: ${gap} and carry nothing.`,
    numbers: below.gap === null ? {} : { gapMm: below.gap },
    because: `Between ${name} the part reaches lower than they are high, so the ${bed} carries it, and it tips.`,
    remedy: below.gap === null ? `Lay the part so that ${name} carry it, or put it on the ${bed}.` : `Use ${below.name} at least ${speech.sizeWithUnit(below.gap)} higher, or lay another face down.`,
  })];
}
