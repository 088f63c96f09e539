import { finding, type Finding, type Told } from '../../../findings';
import type { Pods } from '../../../shop';
import type { HoldFacts } from '../../../hold';

/** The part must not reach out too far over its pods. */
export function podsCarry(hold: HoldFacts, pods: Pods, told: Told): Finding[] {
  const over = hold.overhangMm - pods.overhang;
  if (over <= 1e-6) return [];
  return [
    finding(told, 'hold/overhang-over-pods', 'caution', {
      says: `The part reaches ${told.speech.sizeWithUnit(hold.overhangMm)} out over the pods; ${told.speech.sizeWithUnit(pods.overhang)} are allowed.`,
      numbers: { overhangMm: hold.overhangMm, allowedMm: pods.overhang },
      because: 'The edge hums, chatters and comes out thick.',
      remedy: 'Add a pod near that corner, or move one outwards.',
    }),
  ];
}
