import { finding, type Finding, type Told } from '../../findings';
import type { HoldFacts } from '..';

/** A bolt holds with what it is tightened to, and not more than it stands. */
export function boltHolds(hold: HoldFacts, told: Told): Finding[] {
  return hold.trouble.flatMap((t): Finding[] => {
    if (t.kind === 'torque-missing') {
      return [finding(told, 'clamp-torque-missing', 'hold')('stop', {
        says: `The torque of ${t.name} is not given.`, numbers: {}, because: 'Without it nobody knows what it holds.', remedy: 'Enter the torque; the operator tightens to it.',
      })];
    }
    if (t.kind !== 'bolt-over-proof') return [];
    return [finding(told, 'bolt-over-proof-load', 'hold')('stop', {
      says: `The bolt of ${t.name} would be pulled with ${told.speech.force(t.forceN)}; it stands ${told.speech.force(t.proofN)}.`,
      numbers: { forceN: t.forceN, proofN: t.proofN }, because: 'Over its proof load (ISO 898-1) a bolt stretches for good and lets go.', remedy: 'Tighten less, or use a larger or stronger bolt.',
    })];
  });
}
