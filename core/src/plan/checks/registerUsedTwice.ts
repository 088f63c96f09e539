import { AXES } from '../../frames';
import { finding, type Finding, type Told } from '../../findings';
import type { Register } from '../../shop';

export interface RegisterUse {
  readonly op: number;
  readonly setupId: string;
  readonly register: Register;
  /** shift from another setup; null: not known */
  readonly differsFrom: (other: RegisterUse) => number | null;
}

/** One register for two different zeros: whoever keys in the second overwrites the first. */
export function registerUsedTwice(uses: readonly RegisterUse[], toldFor: (use: RegisterUse) => Told): Finding[] {
  return uses.flatMap((use, i) => {
    const earlier = uses.slice(0, i).find((u) => u.register === use.register && (use.differsFrom(u) ?? 1) > 1e-6);
    if (!earlier) return [];
    const told = toldFor(use);
    const by = use.differsFrom(earlier);
    return [finding(told, 'register-used-twice', 'zero')('stop', {
      says: `${use.register} is used by Op ${earlier.op} and Op ${use.op} for different zeros${by === null ? '' : `, ${told.speech.sizeWithUnit(by)} apart in the worst axis`}.`,
      numbers: by === null ? {} : { apartMm: by },
      because: 'Keying in the second overwrites the first; running Op ' + `${earlier.op} again would cut at the wrong place.`,
      remedy: `Give Op ${use.op} a register of its own.`,
    })];
  });
}

/** Largest difference of two points over the axes. */
export function largestDifference(a: { x: number; y: number; z: number }, b: { x: number; y: number; z: number }): number {
  return Math.max(...AXES.map((axis) => Math.abs(a[axis] - b[axis])));
}
