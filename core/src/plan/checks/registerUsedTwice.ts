import { finding, type Finding, type Told } from '../../findings';
import type { RegisterUse } from '../registers';

/**
 * One register for two different zeros: whoever keys in the second overwrites the first.
 * @param apart largest difference of two uses' zeros over the axes, mm; null when it is not known
 */
export function registerUsedTwice(
  uses: readonly RegisterUse[],
  apart: (a: RegisterUse, b: RegisterUse) => number | null,
  toldFor: (use: RegisterUse) => Told,
): Finding[] {
  return uses.flatMap((use, i) => {
    const earlier = uses.slice(0, i).find((u) => u.register === use.register && (apart(u, use) ?? 1) > 1e-6);
    if (!earlier) return [];
    const told = toldFor(use);
    const by = apart(earlier, use);
    return [
      finding(told, 'zero/register-used-twice', 'stop', {
        says: `${use.register} is used by ${earlier.name} and ${use.name} for different zeros${by === null ? '' : `, ${told.speech.sizeWithUnit(by)} apart in the worst axis`}.`,
        numbers: by === null ? {} : { apartMm: by },
        because: `Keying in the second overwrites the first; running ${earlier.name} again would cut at the wrong place.`,
        remedy: `Give ${use.name} a register of its own.`,
      }),
    ];
  });
}
