import { finding, type Finding, type Told } from '../../findings';
import type { Register } from '../../shop';

export interface RegisterUse {
  readonly op: number;
  readonly setupId: string;
  readonly register: Register;
}

/**
 * One register for two different zeros: whoever keys in the second overwrites the first.
 * @param apart largest difference of two uses' zeros over the axes, mm; null when it is not known
 */
export function registerUsedTwice<Use extends RegisterUse>(uses: readonly Use[], apart: (a: Use, b: Use) => number | null, toldFor: (use: Use) => Told): Finding[] {
  return uses.flatMap((use, i) => {
    const earlier = uses.slice(0, i).find((u) => u.register === use.register && (apart(u, use) ?? 1) > 1e-6);
    if (!earlier) return [];
    const told = toldFor(use);
    const by = apart(earlier, use);
    return [finding(told, 'register-used-twice', 'zero')('stop', {
      says: `${use.register} is used by Op ${earlier.op} and Op ${use.op} for different zeros${by === null ? '' : `, ${told.speech.sizeWithUnit(by)} apart in the worst axis`}.`,
      numbers: by === null ? {} : { apartMm: by },
      because: `Keying in the second overwrites the first; running Op ${earlier.op} again would cut at the wrong place.`,
      remedy: `Give Op ${use.op} a register of its own.`,
    })];
  });
}
