import { AXES } from '../../frames';
import { finding, type Finding, type Told } from '../../findings';
import type { Match } from '..';
import { capital } from '../../units';

/** A face or bore that choices refer to, and whether it is still there in the part as it is now. */
export interface ReferredFeature {
  readonly id: string;
  readonly name: string;
  readonly match: Match;
  /** what refers to it, in words: "zero of Op 20 in X" */
  readonly usedBy: readonly string[];
}

/** After a new revision of the file: what a choice referred to and is gone, or is somewhere else now. */
export function featuresFound(referred: readonly ReferredFeature[], told: Told): Finding[] {
  return referred.flatMap(({ name, match, usedBy }): Finding[] => {
    if (usedBy.length === 0 || match.state === 'same') return [];
    const used = usedBy.join(', ');
    if (match.state === 'gone') {
      return [
        finding(told, 'part/feature-gone', 'stop', {
          says: `${name} is not in the part any more; ${used} ${usedBy.length === 1 ? 'refers' : 'refer'} to it.`,
          numbers: {},
          because: 'Nothing of its kind and direction lies near where it was.',
          remedy: 'Choose another face or bore there, or read the revision of the file that has it.',
        }),
      ];
    }
    const moved = AXES.filter((a) => Math.abs(match.moved[a]) > 1e-6).map(
      (a) => `${a.toUpperCase()} ${told.speech.signed(match.moved[a])}`,
    );
    const grown = Math.abs(match.grown) > 1e-6 ? [`diameter ${told.speech.signed(match.grown)}`] : [];
    return [
      finding(told, 'part/feature-changed', 'caution', {
        says: `${name} is not where it was when it was picked: ${[...moved, ...grown].join(', ')}. ${capital(used)} ${usedBy.length === 1 ? 'follows' : 'follow'} it.`,
        numbers: { x: match.moved.x, y: match.moved.y, z: match.moved.z, diameter: match.grown },
        because: "The part's file was read again, and the nearest of its kind was taken for it.",
        remedy: 'Look whether it is the same one; pick it again to confirm its new place.',
      }),
    ];
  });
}
