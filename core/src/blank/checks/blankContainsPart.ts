import { findingOf, type Finding, type Told } from '../../findings';
import { PART_SIDE } from '../../part';
import type { BlankFacts } from '..';

/** The blank must contain the part: a side that is short does not clean up. */
export function blankContainsPart(blank: BlankFacts, told: Told): Finding[] {
  const say = findingOf(told, 'blank/blank-does-not-contain-part');
  if (!blank.hasVolume) {
    return [
      say('stop', {
        says: `The blank has no size: ${['x', 'y', 'z'].map((a) => told.speech.size(blank.size[a as 'x'])).join(' × ')}.`,
        numbers: { ...blank.size },
        because: 'The negative allowances are larger than the part.',
        remedy: 'Give each side an allowance of zero or more.',
      }),
    ];
  }
  if (blank.short.length === 0) return [];
  const sides = blank.short.map(
    ({ side, by }) => `${PART_SIDE[side]} (${side.toUpperCase()}) by ${told.speech.sizeWithUnit(by)}`,
  );
  return [
    say('stop', {
      says: `The blank does not contain the part: it is short on the ${sides.join(', the ')}.`,
      numbers: Object.fromEntries(blank.short.map(({ side, by }) => [side, by])),
      because: 'A side the blank does not reach cannot clean up.',
      remedy: 'Take a larger blank, or shift the part in it by changing the allowance on the opposite side.',
    }),
  ];
}
