import { findingOf, type Finding, type Told } from '../../findings';
import { PART_SIDE } from '../../part';
import type { FaceKept, TransitionFacts } from '..';

/**
 * Another face against jaw or stop brings the size between the two faces, and its tolerance, into the match of the two
 * sides.
 */
export function sameFaceLost(transition: TransitionFacts, sizeTolerance: number, told: Told): Finding[] {
  const say = findingOf(told, 'transition/same-face-lost');
  const one = (kept: FaceKept, locator: string): Finding[] => {
    // how exactly holes meet their dowels is told in Locate
    if (kept.centered === 'hole' || kept.centered === 'off hole') return [];
    if (kept.centered === 'both' || (kept.centered === 'no' && kept.same && !kept.rawChanged)) return [];
    const tolerance = told.speech.size(sizeTolerance);
    if (kept.centered !== 'no') {
      const [before, now] =
        kept.centered === 'now'
          ? [PART_SIDE[kept.from], 'middle of the part']
          : ['middle of the part', PART_SIDE[kept.to]];
      return [
        say('note', {
          says: `The ${now} meets the ${locator}, not the ${before} as before.`,
          numbers: { sizeToleranceMm: sizeTolerance },
          because:
            'Between a face and the middle lies half the size, so half its tolerance goes into the match of the two setups.',
          remedy: 'Touch off the middle in both setups, or hold that size closer.',
        }),
      ];
    }
    if (kept.same) {
      return [
        say('note', {
          says: `The ${PART_SIDE[kept.to]} meets the ${locator} again, but raw one time and finished the other.`,
          numbers: { sizeToleranceMm: sizeTolerance },
          because: 'How evenly that face was cut enters the match between the two setups.',
          remedy: 'Indicate the face after clamping where the match matters.',
        }),
      ];
    }
    const size =
      kept.sizeMm === null
        ? ''
        : ` The size between them, ${told.speech.size(kept.sizeMm)} ±${tolerance}, now matters.`;
    return [
      say('note', {
        says: `The ${PART_SIDE[kept.to]} meets the ${locator}, not the ${PART_SIDE[kept.from]} as before.${size}`,
        numbers: { ...(kept.sizeMm === null ? {} : { sizeMm: kept.sizeMm }), sizeToleranceMm: sizeTolerance },
        because:
          'What is cut in the two setups is located from different faces, so the size tolerance goes into the mismatch.',
        remedy: `Choose a turn that keeps the ${PART_SIDE[kept.from]} on the ${locator}, or hold that size closer.`,
      }),
    ];
  };
  return [...one(transition.jaw, transition.at.jaw), ...one(transition.stop, transition.at.stop)];
}
