import type { Copies } from '../../job';
import { findingOf, type Finding, type Told } from '../../findings';
import { gapLeft } from '..';

/** The cutter must pass between two copies without touching either. */
export function cutterFitsGap(copies: Copies, told: Told): Finding[] {
  const left = gapLeft(copies);
  if (left === null || (left > 1e-9 && copies.cutter > 0)) return [];
  const say = findingOf(told, 'blank/cutter-does-not-fit-gap');
  if (copies.cutter === 0) {
    return [
      say('caution', {
        says: `The gap between copies is ${told.speech.sizeWithUnit(copies.gap)}; the cutter that passes there is not stated.`,
        numbers: { gapMm: copies.gap },
        because: 'Whether the cutter passes cannot be computed.',
        remedy: 'State the diameter of the cutter that separates the copies.',
      }),
    ];
  }
  return [
    say('stop', {
      says: `A cutter of ${told.speech.sizeWithUnit(copies.cutter)} does not pass between copies ${told.speech.sizeWithUnit(copies.gap)} apart${left < -1e-9 ? `: it is ${told.speech.sizeWithUnit(-left)} too thick` : ' without touching both'}.`,
      numbers: { gapMm: copies.gap, cutterMm: copies.cutter },
      because: 'It would cut into the neighbors.',
      remedy: `Make the gap larger than ${told.speech.sizeWithUnit(copies.cutter)}: the cutter's diameter and a clearance on both sides.`,
    }),
  ];
}
